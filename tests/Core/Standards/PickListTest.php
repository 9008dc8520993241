<?php

declare(strict_types=1);

namespace Tests\Core\Standards;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\PostalCode;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\PickList;
use PineSieve\Core\Standards\PickValue;

final class PickListTest extends TestCase
{
    /** @return iterable<string, array{string, bool, string}> written, whether the list is closed, value or code of the fault */
    public static function values(): iterable
    {
        yield 'as it is' => ['General fund', true, 'General fund'];
        yield 'case and punctuation' => ['GENERAL-FUND', true, 'General fund'];
        yield 'by its code' => ['gf', true, 'General fund'];
        yield 'by another spelling' => ['Unrestricted', true, 'General fund'];
        yield 'a spelling that is a value of its own' => ['Nursery', true, 'Nursery'];
        yield 'retired' => ['Old boat', true, '!list.retired'];
        yield 'a spelling of a retired one' => ['The boat', true, '!list.retired'];
        yield 'unknown' => ['Lighthouse', true, '!list.unknown'];
        yield 'unknown to an open list' => ['Lighthouse', false, 'Lighthouse'];
        yield 'retired in an open list' => ['Old boat', false, '!list.retired'];
        yield 'punctuation alone is nothing' => ['--', true, '!list.unknown'];
    }

    #[DataProvider('values')]
    public function test_what_a_written_value_means(string $written, bool $isClosed, string $value): void
    {
        $list = new PickList(
            [
                new PickValue('General fund', 'GF', ['Unrestricted', 'Nursery']),
                new PickValue('Nursery'),
                new PickValue('Old boat', '', ['The boat'], true),
            ],
            $isClosed,
        );
        $read = (new Formats('2026-01-31'))->of(new Field('gift.fund', 'Fund', 'Gift', FieldType::Text, $list))->read($written);

        self::assertSame($value, $read->fault === null ? $read->value : "!{$read->fault->code}");
        self::assertSame(['General fund', 'Nursery'], $list->options());
    }

    /** @return iterable<string, array{string, string, ?string}> */
    public static function pairs(): iterable
    {
        yield ['Puffin nursery', 'puffin-nursery', 'the same but for case, blanks and punctuation'];
        yield ['Fund, general', 'General fund', 'the same words in another order'];
        yield ['Membership', 'Memberships', 'singular and plural'];
        yield ['Scholarship', 'Scholarshp', 'one letter apart'];
        yield ['Gala 2024', 'Gala 2025', null];
        yield ['Board', 'Boat', null];
        yield ['Auk', 'Ark', null];
        yield ['', '', 'the same but for case, blanks and punctuation'];
    }

    #[DataProvider('pairs')]
    public function test_values_that_look_like_the_same(string $one, string $other, ?string $why): void
    {
        self::assertSame($why === null ? [] : [[$one, $other, $why]], PickList::of([$one, $other])->nearDuplicates());
    }

    public function test_a_retired_field_takes_nothing(): void
    {
        self::assertSame(
            'field.retired',
            (new Formats('2026-01-31'))->of(new Field('custom.x', 'X', '', FieldType::Text, isRetired: true))->read('a')->fault?->code,
        );
    }

    /** @return iterable<string, array{string, string, bool}> */
    public static function postalCodes(): iterable
    {
        yield 'Britain' => ['SW1A 1AA', 'GB', true];
        yield 'Britain, digits alone' => ['12345', 'GB', false];
        yield 'Germany' => ['10115', 'DE', true];
        yield 'Germany, four digits' => ['1011', 'DE', false];
        yield 'Netherlands, without the blank' => ['1012js', 'NL', true];
        yield 'Poland' => ['00-001', 'PL', true];
        yield 'a country that is not checked' => ['anything', 'KE', true];
    }

    #[DataProvider('postalCodes')]
    public function test_postal_codes_by_country(string $code, string $country, bool $fits): void
    {
        self::assertSame($fits, PostalCode::misses($code, $country) === null);
    }
}
