<?php

declare(strict_types=1);

namespace Tests\Core\Columns;

use PHPUnit\Framework\Attributes\DataProviderExternal;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Standards\FieldCatalog;
use Tests\Support\Layouts;

final class LayoutsTest extends TestCase
{
    /** @param  list<array{string, list<string>, ?string}>  $columns */
    #[DataProviderExternal(Layouts::class, 'all')]
    public function test_what_is_proposed(array $columns): void
    {
        $plan = Layouts::proposed($columns);
        $targets = array_map(static fn(ColumnChoice $choice): ?string => $choice->target(), $plan->choices);

        self::assertSame(array_column($columns, 2, 0), array_combine(array_column($columns, 0), $targets));
        $single = array_filter(
            $targets,
            static fn(?string $target): bool => $target !== null && !ColumnPlan::isShared(FieldCatalog::builtIn(), new Feed($target)),
        );
        self::assertSame($single, array_unique($single), 'A field is fed by one column.');
        foreach ($plan->choices as $choice) {
            self::assertMatchesRegularExpression('/[.!]$/', trim($choice->evidence), 'Evidence is a sentence.');
        }
    }

    public function test_there_are_many(): void
    {
        self::assertGreaterThanOrEqual(40, count(iterator_to_array(Layouts::all())));
    }
}
