<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Accounts\Organization;
use App\Addresses\Directory\KeptAnswers;
use App\Records\Bulk;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\PlaceCheck;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Text\Fold;

/** The addresses of a check as they are kept while it goes on. */
final readonly class CheckedRows
{
    private const COLUMNS = [
        'check_id',
        'number',
        'supporter_id',
        'who',
        'first_name',
        'last_name',
        'written',
        'standard',
        'rules',
        'reasons',
        'faults',
        'region',
        'address_key',
        'door',
        'person',
        'as_written',
    ];

    /** Behind the name of a line, among the faults. */
    public const NOT_UNDERSTOOD = '.not_understood';

    private const LONGEST = ['who' => 190, 'reasons' => 1500, 'rules' => 250, 'faults' => 300, 'region' => 12];

    public function __construct(private Bulk $bulk, private PlaceCheck $places) {}

    /** @return Builder the rows of a check */
    public static function of(AddressCheck $check): Builder
    {
        return DB::table('checked_addresses')->where('check_id', $check->id);
    }

    /** @param  list<FoundAddress>  $found */
    public function keep(AddressCheck $check, array $found): void
    {
        $standardizer = new AddressStandardizer(Organization::read()->country, $this->places);
        $rows = array_map(fn(FoundAddress $one): array => $this->row($check, $one, $standardizer->standardize($one->written)), $found);
        $this->bulk->insert('checked_addresses', self::COLUMNS, $rows);
    }

    /** What is equal for one person at one door; '' if nobody is named or the door is not known. */
    public static function person(string $door, PersonName $name): string
    {
        $words = explode(' ', Fold::words("{$name->first} {$name->last} {$name->suffix}"));
        sort($words);
        $named = trim(implode(' ', $words));

        return $door === '' || $named === '' ? '' : sha1("{$door}\n{$named}");
    }

    public static function door(Address $address): string
    {
        return $address->sameness() === '' ? '' : sha1("{$address->sameness()}\n{$address->country}");
    }

    /** @return list<mixed> as COLUMNS */
    private function row(AddressCheck $check, FoundAddress $found, StandardizedAddress $address): array
    {
        [$rules, $reasons, $faults] = [[], [], array_column($address->faults, 'code')];
        foreach ($address->changes as $change) {
            foreach ($change->reasons as $reason) {
                $rules[] = $reason->rule->value;
                $reasons[] = $reason->words;
            }
        }
        foreach ($address->unread as $line) {
            $faults[] = $line . self::NOT_UNDERSTOOD;
            $reasons['unread'] = 'a line is not understood and stays as it is written';
        }
        foreach ($address->remarks as $remark) {
            $faults[] = $remark->doubt->value;
            $reasons[] = $remark->words;
        }
        foreach ($address->faults as $fault) {
            $reasons[] = $fault->reason;
        }
        $standard = $address->standard;
        $door = self::door($standard);

        return [
            $check->id,
            $found->number,
            $found->supporter,
            self::cut('who', $found->who),
            mb_substr($found->name->first, 0, 190),
            mb_substr($found->name->last, 0, 190),
            self::json($found->written),
            self::json($standard),
            self::cut('rules', self::codes($rules)),
            self::cut('reasons', implode(' | ', array_unique($reasons))),
            self::cut('faults', self::codes($faults)),
            self::cut('region', in_array($standard->country, ['US', 'CA'], true) ? $standard->state : $standard->country),
            KeptAnswers::key($standard),
            $door,
            self::person($door, $found->name),
            sha1(mb_strtolower($found->written->line())),
        ];
    }

    /** @param  list<string>  $codes  such as "suffix" and "unit moved", kept as ",suffix,unit moved," */
    private static function codes(array $codes): string
    {
        $codes = array_unique($codes);
        sort($codes);

        return $codes === [] ? '' : ',' . implode(',', $codes) . ',';
    }

    private static function cut(string $column, string $text): string
    {
        return mb_substr($text, 0, self::LONGEST[$column]);
    }

    private static function json(Address $address): string
    {
        return json_encode($address->parts(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}
