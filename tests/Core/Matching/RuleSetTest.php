<?php

declare(strict_types=1);

namespace Tests\Core\Matching;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Matching\Example;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Rules\BadRules;
use PineSieve\Core\Matching\Rules\Certainty;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Rules\Sign;
use PineSieve\Core\Matching\Rules\SignEffect;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;

/** Rule sets as they are written in files. */
final class RuleSetTest extends TestCase
{
    private const RULE = ['name' => 'Same email', 'verdict' => 'certain', 'comparisons' => [['field' => 'email']]];

    /** @param  array<string, mixed>  $set */
    private static function read(array $set): RuleSet
    {
        $catalog = FieldCatalog::builtIn()->with([new Field('custom.member_no', 'Member no', 'Record', FieldType::Text)]);

        return RuleSet::fromArray(
            [...['name' => 'Ours', 'kind' => 'person', 'rules' => [self::RULE]], ...$set],
            (new FieldComparers($catalog))->has(...),
        );
    }

    public function test_what_is_read_is_written_the_same(): void
    {
        $comparisons = [
            [
                'field' => 'name',
                'how' => 'alike',
                'strictness' => 80,
                'options' => ['nicknames' => true, 'initials' => true, 'swapped names' => true, 'sound' => true],
            ],
            [
                'field' => 'address.city',
                'how' => 'starts',
                'characters' => 5,
                'options' => ['match case' => true, 'blanks equal' => true, 'ignore words' => ['town', 'of']],
            ],
            ['field' => 'birth_date', 'how' => 'exact', 'options' => ['day and month swapped' => true, 'within days' => 3]],
            ['field' => 'custom.member_no', 'how' => 'exact'],
        ];
        $set = self::read([
            'rules' => [
                [
                    'name' => 'All of it',
                    'verdict' => 'review',
                    'most' => 30,
                    'comparisons' => $comparisons,
                    'unless' => ['middle name', 'generation left out', 'middle name'],
                ],
            ],
            'signs' => ['birth date' => 'review', 'other id' => 'nothing'],
        ]);

        self::assertSame([Certainty::Review, 30], [$set->rules[0]->certainty, $set->rules[0]->most]);
        self::assertSame(
            [SignEffect::Review, SignEffect::Nothing, SignEffect::Apart],
            [$set->effect(Sign::BirthDate), $set->effect(Sign::OtherId), $set->effect(Sign::Generation)],
        );
        self::assertSame($comparisons, $set->toArray()['rules'][0]['comparisons']);
        self::assertSame([Sign::MiddleName, Sign::GenerationLeftOut], $set->rules[0]->unless);
        self::assertStringEndsWith(
            '; unless this speaks against it: middle name, generation left out',
            $set->rules[0]->sentence(static fn(string $field): string => $field),
        );
        self::assertSame(
            $set->toArray(),
            RuleSet::fromArray(json_decode((string) json_encode($set->toArray()), true), static fn(): bool => true)->toArray(),
        );
    }

    public function test_words_to_ignore_are_folded(): void
    {
        $set = self::read([
            'rules' => [
                [...self::RULE, 'comparisons' => [['field' => 'address.city', 'options' => ['ignore words' => ['The', '', 'Saint-Élie']]]]],
            ],
        ]);

        self::assertSame(['the', 'saint elie'], $set->rules[0]->comparisons[0]->options->ignore);
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function bad(): iterable
    {
        yield 'a sign to give way to that is none' => [
            ['rules' => [[...self::RULE, 'unless' => ['shoe size']]]],
            'is a list of signs against a pair',
        ];
        yield 'signs to give way to that are no list' => [
            ['rules' => [[...self::RULE, 'unless' => 'middle name']]],
            'is a list of signs against a pair',
        ];
        $comparison = static fn(array $one): array => ['rules' => [[...self::RULE, 'comparisons' => [$one]]]];
        yield 'another file' => [['format' => 'pine-sieve-column-plan'], 'not a match rule set'];
        yield 'no name' => [['name' => '  '], 'needs a "name"'];
        yield 'a name that is none' => [['name' => ['Ours']], 'needs a "name"'];
        yield 'no such kind' => [['kind' => 'ship'], 'person, household, organization'];
        yield 'no rules' => [['rules' => []], 'one to forty'];
        yield 'rules that are a text' => [['rules' => 'all'], 'one to forty'];
        yield 'a rule without a name' => [
            ['rules' => [['verdict' => 'certain', 'comparisons' => [['field' => 'email']]]]],
            'needs a "name"',
        ];
        yield 'two of one name' => [['rules' => [self::RULE, self::RULE]], 'the same name'];
        yield 'a verdict that is none' => [['rules' => [[...self::RULE, 'verdict' => 'maybe']]], 'certain, review'];
        yield 'nothing compared' => [['rules' => [[...self::RULE, 'comparisons' => []]]], 'one to twelve'];
        yield 'too many to share' => [['rules' => [[...self::RULE, 'most' => 1000000]]], 'from 2 to 5000'];
        yield 'no such field' => [$comparison(['field' => 'shoe.size']), '"shoe.size" is none'];
        yield 'a field of gifts' => [$comparison(['field' => 'gift.amount']), '"gift.amount" is none'];
        yield 'no such way' => [$comparison(['field' => 'email', 'how' => 'roughly']), 'exact, starts, alike'];
        yield 'too strict' => [$comparison(['field' => 'email', 'how' => 'alike', 'strictness' => 101]), 'from 50 to 100'];
        yield 'a strictness that is a text' => [
            $comparison(['field' => 'email', 'how' => 'alike', 'strictness' => '80']),
            'from 50 to 100',
        ];
        yield 'no characters' => [$comparison(['field' => 'email', 'how' => 'starts', 'characters' => 0]), 'from 1 to 60'];
        yield 'no such option' => [$comparison(['field' => 'email', 'options' => ['loosely' => true]]), 'option "loosely"'];
        yield 'an option that is a number' => [$comparison(['field' => 'email', 'options' => ['nicknames' => 1]]), 'option "nicknames"'];
        yield 'days without end' => [
            $comparison(['field' => 'birth_date', 'options' => ['within days' => 100000]]),
            'option "within days"',
        ];
        yield 'all blank' => [
            $comparison(['field' => 'email', 'options' => ['blanks equal' => true]]),
            "two blanks can't be equal in every comparison",
        ];
        yield 'no such sign' => [['signs' => ['hair' => 'apart']], '"hair" is no sign'];
        yield 'a sign that does what none does' => [['signs' => ['birth date' => 'explode']], '"birth date" is no sign'];
    }

    /** @param  array<string, mixed>  $set */
    #[DataProvider('bad')]
    public function test_a_bad_set_says_what_is_wrong(array $set, string $message): void
    {
        $this->expectException(BadRules::class);
        $this->expectExceptionMessageMatches('~' . preg_quote($message, '~') . '~');

        self::read($set);
    }

    public function test_every_rule_of_the_shipped_sets_can_be_used(): void
    {
        foreach (SupporterKind::cases() as $kind) {
            $set = ShippedRules::of($kind, new FieldComparers(FieldCatalog::builtIn()));

            self::assertSame($kind, $set->kind);
            self::assertContains(Certainty::Certain, array_column($set->rules, 'certainty'));
            self::assertContains(Certainty::Review, array_column($set->rules, 'certainty'));
        }
    }

    /** @return iterable<string, array{string, SupporterKind}> */
    public static function comparedFields(): iterable
    {
        foreach ([SupporterKind::Person, SupporterKind::Organization] as $kind) {
            foreach (['name', 'name.first', 'name.last', 'email', 'address', 'address.line1', 'organization.name'] as $field) {
                yield "{$field} of " . $kind->withArticle() => [$field, $kind];
            }
        }
    }

    #[DataProvider('comparedFields')]
    public function test_an_example_shows_what_still_counts_and_the_tighter_the_less(string $field, SupporterKind $kind): void
    {
        $comparers = new FieldComparers(FieldCatalog::builtIn());
        $loosest = null;
        foreach ([100, 90, 80, 70, 60, 50] as $strictness) {
            $example = Example::of(new Comparison($field, How::Alike, $strictness), $kind, $comparers);
            self::assertNotNull($example->counts, 'What is equal counts at any point.');
            self::assertTrue($strictness < 70 || $example->not !== null, 'Not everything does.');
            $apart = levenshtein(implode('', [$example->counts[0]]), $example->counts[1]);
            self::assertTrue($loosest === null || $apart >= $loosest, 'The looser, the further apart.');
            $loosest = $apart;
        }
    }
}
