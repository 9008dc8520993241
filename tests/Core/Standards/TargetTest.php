<?php

declare(strict_types=1);

namespace Tests\Core\Standards;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldLabels;
use PineSieve\Core\Standards\Target;

final class TargetTest extends TestCase
{
    #[TestWith(['gift.2.split.3.fund', 'gift.fund', 2, 3, 'Gift 2 fund, part 3'])]
    #[TestWith(['gift.3.split.2.amount', 'gift.split.amount', 3, 2, 'Gift 3 split: amount, part 2'])]
    #[TestWith(['gift.split.amount', 'gift.split.amount', 1, 1, 'Gift split: amount'])]
    #[TestWith(['gift.2.credit.id', 'gift.credit.id', 2, 1, 'Gift 2 credited to: id'])]
    #[TestWith(['gift.credit.2.share', 'gift.credit.share', 1, 2, 'Gift credited: share in percent, part 2'])]
    public function test_parts_and_credits_of_a_gift(string $key, string $field, int $number, int $part, string $label): void
    {
        $target = Target::tryParse($key);

        self::assertSame([$field, $number, $part, $key], [$target?->field, $target?->number, $target?->part, $target?->key()]);
        self::assertSame($label, FieldCatalog::builtIn()->field($key)->label);
        self::assertSame($key, (new FieldLabels(FieldCatalog::builtIn()))->key($label));
    }

    #[TestWith(['gift.2.credit.1.id', 'gift.2.credit.id'])]
    #[TestWith(['gift.split.1.fund', 'gift.fund'])]
    #[TestWith(['gift.1.split.1.amount', 'gift.split.amount'])]
    #[TestWith(['email.1', 'email'])]
    public function test_a_first_one_need_not_be_numbered(string $written, string $key): void
    {
        self::assertSame([$key, $key], [Target::normal($written), Feed::fromArray(['target' => $written])->target]);
    }

    #[TestWith(['gift.split.2.kind'])]
    #[TestWith(['gift.credit.61.id'])]
    #[TestWith(['gift.split.0.fund'])]
    #[TestWith(['email.split.2'])]
    public function test_what_is_no_key(string $key): void
    {
        self::assertFalse(FieldCatalog::builtIn()->has($key));
    }
}
