<?php

/*
 * Stored supporters held against the demo's standards and 30 rules more, against merely reading them.
 */

declare(strict_types=1);

use App\Records\RecordReader;
use Database\Seeders\DemoSeeder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\RequiredRule;
use PineSieve\Core\Standards\RuleSubject;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Strength;
use PineSieve\Core\Standards\When;

require __DIR__ . '/world.php';

const CHUNK = 500;

$supporters = (int) ($argv[1] ?? 100000);
$populate($supporters);

$rules = [];
foreach (DemoSeeder::RULES as $i => [$subject, $field, $strength, $conditions]) {
    $rules[] = new RequiredRule(
        $i + 1,
        RuleSubject::from($subject),
        $field,
        Strength::from($strength),
        array_map(static fn(array $when): When => new When($when['field'], $when['test'], $when['values']), $conditions),
    );
}
$fields = [
    'email',
    'phone',
    'address.line1',
    'address.city',
    'address.state',
    'address.postal_code',
    'name.first',
    'name.greeting',
    'birth_date',
    'groups',
];
$conditions = [
    [],
    [new When('address.country', When::IS, ['US', 'CA'])],
    [new When('status', When::IS, ['active']), new When('consent.mail', When::IS_NOT, ['no'])],
];
foreach ($fields as $i => $field) {
    foreach ($conditions as $j => $when) {
        $rules[] = new RequiredRule(
            100 + 3 * $i + $j,
            RuleSubject::Supporter,
            $field,
            $i % 2 === 0 ? Strength::Must : Strength::Should,
            $when,
        );
    }
}
$standards = new Standards(FieldCatalog::builtIn(), new Formats('2026-11-23'), $rules);
$reader = app(RecordReader::class);
$pass = static function (?Standards $standards) use ($reader): array {
    [$after, $found, $began] = [0, 0, microtime(true)];
    while (($ids = array_column(DB::select('select id from supporters where id > ? order by id limit ' . CHUNK, [$after]), 'id')) !== []) {
        foreach ($reader->read($ids) as $record) {
            $found += $standards === null ? 0 : count($standards->problems($record));
        }
        $after = max($ids);
    }

    return [microtime(true) - $began, $found];
};
$pass(null);
[$reading] = $pass(null);
[$checking, $found] = $pass($standards);
$say(sprintf('%s supporters, %d rules', number_format($supporters), count($rules)));
$say(sprintf('  read alone         %6.1f s  %s records/s', $reading, number_format($supporters / $reading)));
$say(
    sprintf(
        '  read and checked   %6.1f s  %s records/s, %s shortfalls',
        $checking,
        number_format($supporters / $checking),
        number_format($found),
    ),
);
$say(sprintf('  ratio              %6.2f', $checking / $reading));
$say(sprintf('  peak memory        %6.0f MB', memory_get_peak_usage(true) / 1e6));
