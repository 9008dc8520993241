<?php

/*
 * A world for the benchmarks, in which nobody shares a name by chance: boots the application and gives its people.
 */

declare(strict_types=1);

use App\Records\Cause;
use App\Records\Entry;
use App\Records\RecordWriter;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Changes\Effects;
use PineSieve\Core\Changes\Planner;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Records\IncomingAddress;
use PineSieve\Core\Records\IncomingRecord;

require __DIR__.'/../vendor/autoload.php';
$app = require __DIR__.'/../bootstrap/app.php';
$app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();
DB::connection()->disableQueryLog();

$say = static fn (string $line) => print $line.PHP_EOL;
$syllables = ['bar', 'cor', 'dun', 'el', 'fen', 'gar', 'hol', 'ist', 'jor', 'kel', 'lor', 'mar', 'nes', 'or', 'pel', 'quin', 'ros', 'sel', 'tor', 'ven', 'wil', 'yar', 'zel', 'ash', 'brem'];
// Person $n of a world in which nobody shares a name by chance.
$person = static function (int $n) use ($syllables): array {
    $word = static fn (int $k): string => ucfirst($syllables[$k % 25].$syllables[intdiv($k, 25) % 25]);
    $last = $word($n % 625).strtolower($word(intdiv($n, 625) % 625));

    return ['first' => $word(($n * 7) % 625), 'last' => $last, 'email' => "p{$n}@example.org", 'phone' => sprintf('+1207%03d%04d', 220 + $n % 700, $n % 10000), 'line1' => ($n % 1900 + 1).' '.$word($n * 3 % 625).' St', 'zip' => sprintf('04%03d', 100 + $n % 800), 'id' => "B-{$n}"];
};
$populate = static function (int $supporters) use ($person, $say): void {
    $began = microtime(true);
    $writer = app(RecordWriter::class);
    $planner = new Planner(new Effects);
    for ($from = 0; $from < $supporters; $from += 1000) {
        $entries = [];
        for ($n = $from; $n < min($from + 1000, $supporters); $n++) {
            $p = $person($n);
            $address = new Address($p['line1'], '', 'Gannet Cove', 'ME', $p['zip'], 'US');
            $record = new IncomingRecord(SupporterKind::Person, new PersonName('', $p['first'], '', $p['last']), addresses: [IncomingAddress::of(new StandardizedAddress($address, $address, [], []), true)], emails: [new ContactPoint($p['email'])], phones: [new ContactPoint($p['phone'])]);
            $entries[] = new Entry("{$n}:supporter", $planner->plan((string) $n, $record, null));
        }
        DB::transaction(static fn () => $writer->write($entries, Cause::demo()));
    }
    $say(sprintf('%s supporters made in %.1f s', number_format($supporters), microtime(true) - $began));
};
