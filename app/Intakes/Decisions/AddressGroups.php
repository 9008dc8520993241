<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\Intake;
use App\Support\Lists;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\PlaceDoubt;
use PineSieve\Core\Addresses\StandardizedAddress;

/**
 * Addresses that change for the same reason: however many rows a file has, they read as a dozen lines, and each is decided as one.
 * An address that changes for several reasons is in the group of each.
 *
 * @phpstan-type AddressGroup array{rule: string, words: string, source: string, rows: int, example: string}
 * @phpstan-type AddressGroupList array{groups: list<AddressGroup>, left: list<AddressGroup>}
 */
final readonly class AddressGroups
{
    /** Addresses of which a line says nothing that is known: it stays as it is written. */
    public const UNREAD = 'not understood';

    public function __construct(private Revision $revision) {}

    /** @return string the rules by which an address changes, as they are kept with its row: ",suffix,unit moved,"; '' if it does not */
    public static function of(StandardizedAddress $address): string
    {
        $rules = $address->unread === [] ? [] : [self::UNREAD => true];
        foreach ($address->remarks as $remark) {
            $rules[$remark->doubt->value] = true;
        }
        foreach ($address->changes as $change) {
            foreach ($change->reasons as $reason) {
                $rules[$reason->rule->value] = true;
            }
        }
        ksort($rules);

        return $rules === [] ? '' : ',' . implode(',', array_keys($rules)) . ',';
    }

    /** @param  Builder  $rows  of intake_results, narrowed to those that change by a rule */
    public static function narrow(Builder $rows, string $rule): Builder
    {
        return $rows->where('address_rules', 'like', "%,{$rule},%");
    }

    /**
     * @param  'ask'|'accepted'|'kept'|'same'  $show  what is decided of them
     * @return list<AddressGroup> the largest first
     */
    public function all(Intake $intake, string $show): array
    {
        $counts = $this->counts($intake, $show);
        $groups = [];
        foreach (AddressRule::cases() as $rule) {
            if (isset($counts[$rule->value])) {
                $groups[] = [
                    'rule' => $rule->value,
                    'words' => ucfirst($rule->words()),
                    'source' => $rule->source(),
                    'rows' => $counts[$rule->value],
                    'example' => $this->example($intake, $show, $rule),
                ];
            }
        }
        usort($groups, static fn(array $a, array $b): int => $b['rows'] <=> $a['rows']);

        // What nobody can decide as one comes last.
        return [...$groups, ...self::leftOf($counts)];
    }

    /** @return list<AddressGroup> what is told of addresses that stay as they are written, whatever else one looks at */
    public function left(Intake $intake): array
    {
        return self::leftOf($this->counts($intake, 'same'));
    }

    /**
     * @param  array<string, int>  $counts  by rule
     * @return list<AddressGroup>
     */
    private static function leftOf(array $counts): array
    {
        $left = [];
        foreach (self::told() as $rule => $words) {
            if (isset($counts[$rule])) {
                $left[] = [
                    'rule' => $rule,
                    'words' => ucfirst($words),
                    'source' => '',
                    'rows' => $counts[$rule],
                    'example' => 'left as it is written',
                ];
            }
        }

        return $left;
    }

    /** @return array<string, int> rows by rule */
    private function counts(Intake $intake, string $show): array
    {
        $counts = [];
        $combinations = $this->rows($intake, $show)->groupBy('address_rules')->selectRaw('address_rules, count(*) as n')->get();
        foreach ($combinations as $one) {
            foreach (explode(',', trim((string) $one->address_rules, ',')) as $rule) {
                $counts[$rule] = ($counts[$rule] ?? 0) + (int) $one->n;
            }
        }

        return $counts;
    }

    /** @return array<string, string> what is told of addresses and changes nothing, to its words */
    public static function told(): array
    {
        $told = [self::UNREAD => 'a line that is not understood'];
        foreach (PlaceDoubt::cases() as $doubt) {
            $told[$doubt->value] = $doubt->words();
        }

        return $told;
    }

    /** Takes all addresses of a group in postal form, or keeps them as they are written; taken back as one. */
    public function decide(Intake $intake, AddressRule $rule, string $to, ?int $userId): void
    {
        $numbers = Lists::ints(self::narrow($this->rows($intake, 'ask'), $rule->value)->orderBy('number')->pluck('number'));
        $this->revision->together(
            $intake,
            'address',
            array_map(static fn(int $number): array => ['number' => $number, 'column' => null, 'to' => $to], $numbers),
            $userId,
        );
    }

    private function rows(Intake $intake, string $show): Builder
    {
        return DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->whereIn('outcome', ['new', 'updated', 'unchanged'])
            ->where('address', $show)
            ->where('address_rules', '<>', '');
    }

    /** What the rule does to one of them, and the same one whenever one looks. */
    private function example(Intake $intake, string $show, AddressRule $rule): string
    {
        $row = self::narrow($this->rows($intake, $show), $rule->value)->orderByRaw('crc32(number), number')->value('address_changes');
        // Of what goes to another part, what has come there.
        foreach (array_reverse(json_decode((string) $row, true)['changes'] ?? []) as $change) {
            foreach ($change['reasons'] ?? [] as $reason) {
                if ($reason['rule'] === $rule->value && $reason['words'] !== $rule->words()) {
                    return $reason['words'];
                }
                if ($reason['rule'] === $rule->value) {
                    return $change['before'] === '' ? "\"{$change['after']}\"" : "\"{$change['before']}\" is \"{$change['after']}\"";
                }
            }
        }

        return '';
    }
}
