<?php

declare(strict_types=1);

namespace Tests\Core\Standards;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Standards\TargetVariants;

final class TargetVariantsTest extends TestCase
{
    /** @return array<string, array{string, array<string, array<string, string>>}> a target, to some of what it could be by what varies */
    public static function targets(): array
    {
        return [
            'there is one' => ['name.first', []],
            'of a kind' => [
                'address.work.2.city',
                [
                    'Kind' => ['any kind' => 'address.2.city', 'home' => 'address.home.2.city'],
                    'Which one of several' => ['no. 1' => 'address.work.city', 'no. 12' => 'address.work.12.city'],
                ],
            ],
            'without kinds' => ['gift.date', ['Which one of several' => ['no. 1' => 'gift.date', 'no. 3' => 'gift.3.date']]],
            'a part' => [
                'gift.3.split.2.fund',
                [
                    'Which one of several' => ['no. 1' => 'gift.split.2.fund'],
                    'Which part of the gift' => ['part 1' => 'gift.3.fund', 'part 4' => 'gift.3.split.4.fund'],
                ],
            ],
            'what a part has alone' => [
                'gift.split.amount',
                ['Which one of several' => [], 'Which part of the gift' => ['part 2' => 'gift.split.2.amount']],
            ],
            'a credit' => [
                'gift.credit.2.id',
                [
                    'Which one of several' => ['no. 2' => 'gift.2.credit.2.id'],
                    'Which credit of the gift' => ['credit 1' => 'gift.credit.id', 'credit 3' => 'gift.credit.3.id'],
                ],
            ],
            'a child' => [
                'child.2.email',
                [
                    'Which child' => ['no. 1' => 'child.email', 'no. 3' => 'child.3.email'],
                    'Kind' => ['home' => 'child.2.email.home'],
                    'Which one of several' => ['no. 2' => 'child.2.email.2'],
                ],
            ],
            'a high number' => ['gift.40.date', ['Which one of several' => ['no. 40' => 'gift.40.date']]],
        ];
    }

    /** @param  array<string, array<string, string>>  $expected */
    #[DataProvider('targets')]
    public function test_what_else_could_be_meant(string $key, array $expected): void
    {
        $variants = array_column(TargetVariants::of(Target::tryParse($key) ?? self::fail("{$key} is no target.")), 'options', 'what');

        self::assertSame(array_keys($expected), array_keys($variants));
        foreach ($expected as $what => $some) {
            $options = array_column($variants[$what], 'target', 'label');
            self::assertSame($some, array_intersect_key($options, $some));
            self::assertContains($key, $options, 'What is meant is among them.');
            foreach ($options as $option) {
                self::assertSame($option, Target::tryParse($option)?->key());
            }
        }
    }
}
