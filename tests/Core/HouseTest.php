<?php

declare(strict_types=1);

namespace Tests\Core;

use PHPUnit\Framework\TestCase;
use Tests\Support\Rooms;

/** The arrows between the rooms point one way, as docs/architecture.md says. */
final class HouseTest extends TestCase
{
    /** An area may use those above it. */
    private const AREAS = [
        'Text',
        'Reading',
        'Names',
        'Addresses',
        'Gifts',
        'Promises',
        'Records',
        'Standards',
        'Columns',
        'Findings',
        'Matching',
        'Changes',
        'Rereading',
        'Merging',
        'Forms',
        'Searches',
        'Bulk',
        'Mailings',
        'Ledger',
        'Exports',
        'Connections',
    ];

    private const ROOT = __DIR__ . '/../../';

    public function test_every_area_is_in_the_order_that_the_document_states(): void
    {
        $folders = array_map(basename(...), glob(self::ROOT . 'core/*', GLOB_ONLYDIR) ?: []);

        self::assertEqualsCanonicalizing(self::AREAS, $folders);
        self::assertStringContainsString(implode(', ', self::AREAS), (string) file_get_contents(self::ROOT . 'docs/architecture.md'));
    }

    public function test_areas_use_only_areas_above_them(): void
    {
        $broken = [];
        foreach (self::AREAS as $place => $area) {
            foreach (self::files("core/{$area}") as $file => $code) {
                preg_match_all('/^use PineSieve\\\\Core\\\\(\w+)\\\\/m', $code, $used);
                foreach (array_diff($used[1], array_slice(self::AREAS, 0, $place + 1)) as $other) {
                    $broken[] = "{$file} uses {$other}";
                }
            }
        }

        self::assertSame([], $broken);
    }

    public function test_no_area_of_the_app_and_no_folder_of_the_screens_is_part_of_a_circle(): void
    {
        self::assertSame([], Rooms::ofPhp(self::ROOT . 'app', 'App')->circles());
        self::assertSame([], Rooms::ofScreens(self::ROOT . 'web/src')->circles());
        self::assertSame([['Changes', 'Merging']], Rooms::ofPhp(__DIR__ . '/../Support/circle', 'Circle')->circles(), 'A circle is seen.');
    }

    public function test_every_area_of_the_app_is_named_in_the_document(): void
    {
        $text = (string) file_get_contents(self::ROOT . 'docs/architecture.md');
        foreach (array_map(basename(...), glob(self::ROOT . 'app/*', GLOB_ONLYDIR) ?: []) as $area) {
            self::assertStringContainsString("`{$area}`", $text);
        }
    }

    public function test_the_core_knows_no_framework_no_database_and_no_clock(): void
    {
        $broken = [];
        foreach (self::files('core') as $file => $code) {
            if (
                preg_match(
                    '/^use (App|Illuminate|Carbon)\\\\|\b(PDO|time|microtime|date_create|getenv|env)\(|\$_(GET|POST|SERVER|ENV)\b/m',
                    $code,
                    $found,
                ) === 1
            ) {
                $broken[] = "{$file}: {$found[0]}";
            }
        }

        self::assertSame([], $broken);
    }

    /** @return iterable<string, string> */
    private static function files(string $folder): iterable
    {
        foreach (
            new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator(self::ROOT . $folder, \FilesystemIterator::SKIP_DOTS))
            as $file
        ) {
            if (str_ends_with((string) $file, '.php')) {
                yield (string) $file => (string) file_get_contents((string) $file);
            }
        }
    }
}
