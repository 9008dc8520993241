<?php

declare(strict_types=1);

namespace PineSieve\Cli;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\PlaceCheck;
use PineSieve\Core\Addresses\Places;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Columns\AddedHeaders;
use PineSieve\Core\Columns\PlanDocument;
use PineSieve\Core\Columns\RowAddresses;
use PineSieve\Core\Columns\SuccessorPlan;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\SieveException;

/**
 * The rows of a file with their addresses in postal form beside them, written to a file of their own. Nothing of the rows themselves changes.
 *
 * @phpstan-type RuleCount array{rule: string, words: string, source: string, addresses: int}
 * @phpstan-type Figures array{
 *     rows: int, addresses: int, changed: int, rules: list<RuleCount>, faults: array<string, int>,
 *     directory: array{source: string, published: string, places: int}, out: string,
 * }
 */
final class AddressesReport implements Report
{
    private const ADDED = [
        'standard_line1',
        'standard_line2',
        'standard_city',
        'standard_state',
        'standard_postal_code',
        'standard_country',
        'changed',
        'reasons',
        'faults',
    ];

    private int $rows = 0;

    private int $addresses = 0;

    private int $changed = 0;

    /** @var array<string, int> rule to how many addresses it changed */
    private array $rules = [];

    /** @var array<string, int> fault to how many addresses have it */
    private array $faults = [];

    private function __construct(
        private readonly string $out,
        private readonly AddressStandardizer $standardizer,
        private readonly PlaceCheck $places,
        private readonly bool $capitals,
    ) {}

    /**
     * @param  ?string  $planFile  path of a column plan; null for what is proposed for the file
     * @param  int  $which  which address of a row, from 1
     * @param  ?string  $reportFile  where the figures go as JSON; null for nowhere
     * @param  bool  $capitals  whether the addresses are written in capitals, as on mail pieces
     *
     * @throws SieveException|Usage
     */
    public static function write(
        Source $source,
        ?string $planFile,
        int $which,
        string $out,
        ?string $reportFile,
        bool $capitals = false,
    ): self {
        $plan = $source->plan;
        if ($planFile !== null) {
            $data = PlanDocument::parse(Usage::content($planFile));
            $plan = SuccessorPlan::of(PlanDocument::plan($data, $source->catalog), $plan, $source->profiles, basename($planFile))->plan;
        }
        $reader = new RowAddresses($plan);
        if ($reader->most() === 0) {
            throw new Usage('No column of the file is an address. A column plan can say which is: --plan=PLAN.json.');
        }
        if ($which > $reader->most()) {
            throw new Usage("A row of the file has at most {$reader->most()}: there is no --address={$which}.");
        }
        $lines = Usage::writable($out);
        $report = new self($out, new AddressStandardizer(), new PlaceCheck(Places::shipped()), $capitals);
        self::line($lines, [...$plan->headers(), ...AddedHeaders::beside($plan->headers(), self::ADDED)]);
        $last = $source->headerRow;
        foreach ($source->rowsBelowHeader() as $number => [$cells, $kind]) {
            // A blank row stays one: each row stands as far below the header as in the file.
            fwrite($lines, str_repeat("\n", max(0, $number - $last - 1)));
            $last = $number;
            $cells = array_pad($cells, count($plan->headers()), '');
            // Words alone in a row may be a heading, or a street without its town.
            $isRecord = $kind === null || $kind === 'section';
            self::line($lines, [...$cells, ...$isRecord ? $report->added($reader->of($cells)[$which - 1] ?? null) : self::nothing()]);
        }
        fclose($lines);
        if ($reportFile !== null) {
            $json = json_encode($report->data(), JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR);
            $stream = Usage::writable($reportFile);
            fwrite($stream, $json . PHP_EOL);
            fclose($stream);
        }

        return $report;
    }

    /** @return Figures */
    public function data(): array
    {
        arsort($this->rules);
        arsort($this->faults);

        return [
            'rows' => $this->rows,
            'addresses' => $this->addresses,
            'changed' => $this->changed,
            'rules' => array_map(
                static fn(string $rule, int $addresses): array => [
                    'rule' => $rule,
                    'words' => AddressRule::from($rule)->words(),
                    'source' => AddressRule::from($rule)->source(),
                    'addresses' => $addresses,
                ],
                array_keys($this->rules),
                $this->rules,
            ),
            'faults' => $this->faults,
            'directory' => Places::shipped()->about(),
            'out' => $this->out,
        ];
    }

    public function text(): string
    {
        $data = $this->data();
        $text = sprintf(
            "%s rows, %s with an address: %s changed. %s has them.\n",
            number_format($this->rows),
            number_format($this->addresses),
            number_format($this->changed),
            $this->out,
        );
        foreach ($data['rules'] as $rule) {
            $text .= sprintf("%8s  %s\n", number_format($rule['addresses']), $rule['words']);
        }
        foreach ($data['faults'] as $fault => $addresses) {
            $text .= sprintf("%8s  %s\n", number_format($addresses), $fault);
        }

        return $text;
    }

    /** @return list<string> what is added to a row */
    private function added(?Address $written): array
    {
        $this->rows++;
        if ($written === null) {
            return self::nothing();
        }
        $this->addresses++;
        $result = $this->standardizer->standardize($written);
        [$reasons, $rules] = self::reasons($result);
        $faults = array_column($result->faults, 'code');
        foreach ($result->faults as $fault) {
            $reasons[] = $fault->reason;
        }
        foreach ($result->unread as $line) {
            $faults[] = "{$line}.not_understood";
        }
        foreach ($this->places->of($result->standard) as $remark) {
            $faults[] = $remark->doubt->value;
            $reasons[] = $remark->words;
        }
        $this->changed += $result->changes === [] ? 0 : 1;
        self::count($this->rules, $rules);
        self::count($this->faults, $faults);

        return [
            ...array_map($this->capitals ? mb_strtoupper(...) : strval(...), array_values($result->standard->parts())),
            $result->changes === [] ? 'no' : 'yes',
            FormulaGuard::on(implode(' | ', array_unique($reasons))),
            implode(';', array_unique($faults)),
        ];
    }

    /** @return list<string> */
    private static function nothing(): array
    {
        return array_fill(0, count(self::ADDED), '');
    }

    /** @return array{list<string>, list<string>} words and rules */
    private static function reasons(StandardizedAddress $address): array
    {
        [$words, $rules] = [[], []];
        foreach ($address->changes as $change) {
            foreach ($change->reasons as $reason) {
                $words[] = $reason->words;
                $rules[] = $reason->rule->value;
            }
        }

        return [$words, $rules];
    }

    /**
     * @param  array<string, int>  $counts
     * @param  list<string>  $found
     */
    private static function count(array &$counts, array $found): void
    {
        foreach (array_unique($found) as $one) {
            $counts[$one] = ($counts[$one] ?? 0) + 1;
        }
    }

    /**
     * @param  resource  $stream
     * @param  list<string>  $cells
     */
    private static function line($stream, array $cells): void
    {
        fputcsv($stream, $cells, ',', '"', '') !== false || throw new Usage('The file can\'t be written to its end.');
    }
}
