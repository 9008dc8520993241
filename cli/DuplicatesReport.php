<?php

declare(strict_types=1);

namespace PineSieve\Cli;

use PineSieve\Core\Columns\Party;
use PineSieve\Core\Columns\PlanDocument;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Columns\SuccessorPlan;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Pairs\PairSearch;
use PineSieve\Core\Matching\Pairs\SearchReport;
use PineSieve\Core\Matching\Pairs\TooCommon;
use PineSieve\Core\Matching\Rules\BadRules;
use PineSieve\Core\Matching\Rules\RuleSet;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\SieveException;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Standards;

/** The pairs of rows of a file that may be the same supporter, written to a file of their own. */
final readonly class DuplicatesReport implements Report
{
    private const HEADER = ['row_a', 'row_b', 'verdict', 'score', 'reasons'];

    /** Others in a row that are compared like the one it is about. The organizations that rows only name are not: many rows name one. */
    private const ROLES = ['', 'spouse'];

    /**
     * @param  array<string, int>  $pairs  verdict to how many
     * @param  list<SearchReport>  $searches  one for each kind of record
     */
    private function __construct(private int $rows, private array $pairs, private array $searches, private string $out) {}

    /**
     * @param  ?string  $planFile  path of a column plan; null for what is proposed for the file
     * @param  ?string  $rulesFile  path of a match rule set, or of a list of them; null for those that come with the program
     *
     * @throws SieveException|Usage
     */
    public static function write(Source $source, ?string $planFile, ?string $rulesFile, string $out): self
    {
        $catalog = $source->catalog;
        $plan = $source->plan;
        if ($planFile !== null) {
            $data = PlanDocument::parse(Usage::content($planFile));
            $catalog = self::withFieldsOf($data, $catalog);
            $plan = SuccessorPlan::of(PlanDocument::plan($data, $catalog), $source->plan, $source->profiles, basename($planFile))->plan;
        }
        $folder = sys_get_temp_dir() . '/pine-sieve-' . bin2hex(random_bytes(6));
        $lines = null;
        try {
            $searches = [];
            foreach (self::sets($rulesFile, new FieldComparers($catalog)) as $set) {
                mkdir("{$folder}/{$set->kind->value}", 0700, true);
                $judge = new PairJudge($set, new FieldComparers($catalog));
                $searches[$set->kind->value] = [$judge, new PairSearch($judge, "{$folder}/{$set->kind->value}")];
            }
            $mapper = new RowMapper($plan, new Standards($catalog, new Formats(date('Y-m-d'))));
            $rows = 0;
            $couples = [];
            foreach ($source->records() as $number => $cells) {
                $rows++;
                foreach ($mapper->map($cells)->parties as $party) {
                    self::add($searches, $number, $party);
                    if ($party->role === 'spouse') {
                        $couples[$number] = true;
                    }
                }
            }
            // Where the file can't be written, nobody waits for the search.
            $lines = Usage::writable($out);

            return self::found($rows, self::best(array_column($searches, 1), $couples), $lines, "{$folder}/scores", $out);
        } finally {
            if ($lines !== null) {
                fclose($lines);
            }
            self::remove($folder);
        }
    }

    /** @return array<string, mixed> */
    public function data(): array
    {
        return [
            'rows' => $this->rows,
            'certain' => $this->pairs['certain'],
            'review' => $this->pairs['review'],
            'compared' => array_sum(array_column($this->searches, 'compared')),
            'out' => $this->out,
            'too_common' => array_map(
                static fn(TooCommon $one): array => $one->toArray(),
                array_merge(...array_column($this->searches, 'tooCommon')),
            ),
        ];
    }

    public function text(): string
    {
        $data = $this->data();
        $text = sprintf(
            "%s rows, %s pairs compared: %s certain, %s to be reviewed. %s has them.\n",
            number_format($this->rows),
            number_format((int) $data['compared']),
            number_format($this->pairs['certain']),
            number_format($this->pairs['review']),
            $this->out,
        );
        foreach (array_slice($data['too_common'], 0, 10) as $one) {
            $text .= sprintf(
                "Not looked at: %s rows share \"%s\", by which these rules look: %s.\n",
                number_format($one['records']),
                $one['value'],
                $one['rules'],
            );
        }

        return $text;
    }

    /** @param  array<string, array{PairJudge, PairSearch}>  $searches */
    private static function add(array $searches, int $number, Party $party): void
    {
        $record = $party->record;
        if (in_array($party->role, self::ROLES, true) && isset($searches[$record->kind->value])) {
            [$judge, $search] = $searches[$record->kind->value];
            $search->add($judge->prepare($number, Traits::ofIncoming($record)));
        }
    }

    /**
     * Two couples are two pairs of people and one pair of rows: the better one is told.
     *
     * @param  list<PairSearch>  $searches
     * @param  array<int, true>  $couples  rows that tell of two people
     * @return \Generator<int, Pair, void, list<SearchReport>>
     */
    private static function best(array $searches, array $couples): \Generator
    {
        $ofCouples = [];
        $reports = [];
        foreach ($searches as $search) {
            $pairs = $search->pairs();
            foreach ($pairs as $pair) {
                if (!isset($couples[$pair->one], $couples[$pair->other])) {
                    yield $pair;

                    continue;
                }
                $known = $ofCouples["{$pair->one}-{$pair->other}"] ?? null;
                $ofCouples["{$pair->one}-{$pair->other}"] = $known === null || $pair->score > $known->score ? $pair : $known;
            }
            $reports[] = $pairs->getReturn();
        }
        yield from array_values($ofCouples);

        return $reports;
    }

    /**
     * @param  \Generator<int, Pair, void, list<SearchReport>>  $pairs
     * @param  resource  $lines
     * @param  string  $folder  where pairs wait in a file for each score, so that the best come first however many there are
     */
    private static function found(int $rows, \Generator $pairs, $lines, string $folder, string $out): self
    {
        mkdir($folder, 0700, true);
        $counts = ['certain' => 0, 'review' => 0];
        $files = [];
        foreach ($pairs as $pair) {
            $counts[$pair->certainty->value]++;
            $file = $files[$pair->score] ??= fopen("{$folder}/{$pair->score}", 'w+b');
            fputcsv(
                $file === false ? throw new \RuntimeException('No temporary file can be made.') : $file,
                self::line($pair),
                ',',
                '"',
                '',
            );
        }
        fputcsv($lines, self::HEADER, ',', '"', '');
        krsort($files);
        foreach (array_filter($files) as $file) {
            rewind($file);
            stream_copy_to_stream($file, $lines);
            fclose($file);
        }

        return new self($rows, $counts, $pairs->getReturn(), $out);
    }

    /** @return list<string> */
    private static function line(Pair $pair): array
    {
        return [
            (string) $pair->one,
            (string) $pair->other,
            $pair->certainty->value,
            (string) $pair->score,
            FormulaGuard::on($pair->reasons()),
        ];
    }

    /** @return list<RuleSet> at most one for each kind of record */
    private static function sets(?string $file, FieldComparers $comparers): array
    {
        if ($file === null) {
            return array_map(static fn(SupporterKind $kind): RuleSet => ShippedRules::all($kind, $comparers)[0], SupporterKind::cases());
        }
        $data = json_decode(Usage::content($file), true, 32);
        $sets = array_map(
            static fn(mixed $one): RuleSet => RuleSet::fromArray($one, $comparers->has(...)),
            is_array($data) && array_is_list($data) && $data !== [] ? $data : [$data],
        );
        if (count(array_unique(array_map(static fn(RuleSet $set): string => $set->kind->value, $sets))) < count($sets)) {
            throw new BadRules('The file has two rule sets for one kind of record.');
        }

        return $sets;
    }

    /**
     * Fields of an organization's own are known by its database; here they are what the plan says that they are.
     *
     * @param  array<mixed>  $plan
     */
    private static function withFieldsOf(array $plan, FieldCatalog $catalog): FieldCatalog
    {
        preg_match_all('/"(custom\.[a-z0-9_]+)"/', json_encode($plan, JSON_THROW_ON_ERROR), $found);

        return $catalog->with(
            array_map(
                static fn(string $key): Field => new Field(
                    $key,
                    ucfirst(str_replace('_', ' ', substr($key, 7))),
                    'Your own fields',
                    FieldType::Text,
                ),
                array_values(array_unique($found[1])),
            ),
        );
    }

    private static function remove(string $folder): void
    {
        foreach (glob("{$folder}/*") ?: [] as $path) {
            is_dir($path) ? self::remove($path) : unlink($path);
        }
        if (is_dir($folder)) {
            rmdir($folder);
        }
    }
}
