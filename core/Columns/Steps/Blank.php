<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Text\Placeholders;
use PineSieve\Core\Text\Tidy;

/** Takes values that say nothing for blank: placeholders, error values of a spreadsheet, destroyed numbers, and words of one's own. */
final readonly class Blank extends EachValue
{
    public const NAME = 'blank';

    /** @var array<string, true> */
    private array $words;

    /**
     * @param  list<string>  $kinds  of Placeholders
     * @param  list<string>  $values  further ones
     */
    public function __construct(private array $kinds, private array $values = [])
    {
        $words = [];
        foreach ($values as $value) {
            $words['=' . mb_strtolower(Tidy::line($value))] = true;
        }
        $this->words = $words;
    }

    public static function of(StepSettings $settings): self
    {
        $kinds = $settings->texts('kinds');
        $unknown = array_diff($kinds, array_keys(Placeholders::KINDS));

        return $unknown === []
            ? new self($kinds, $settings->texts('values'))
            : throw new BadStep('There is no kind of placeholder "' . implode('", "', $unknown) . '".');
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Treat values as blank',
            StepForm::VALUES,
            ['kinds' => ['word'], 'values' => []],
            [
                StepInput::kinds('kinds', 'Kinds', [
                    'word' => 'n/a, none, -',
                    'test' => 'test values',
                    'number' => '999-999-9999',
                    'date' => '1/1/1900',
                    'error' => '#REF!',
                    'scientific' => '1.2E+11',
                ]),
                StepInput::words('values', 'And these, separated by semicolons'),
            ],
        );
    }

    /** Whether it takes for blank all that the other does. */
    public function covers(self $other): bool
    {
        return array_diff($other->kinds, $this->kinds) === [] && array_diff($other->values, $this->values) === [];
    }

    public function and(self $other): self
    {
        return new self(
            array_values(array_unique([...$this->kinds, ...$other->kinds])),
            array_values(array_unique([...$this->values, ...$other->values])),
        );
    }

    /** Null if nothing is left. */
    public function butNot(self $other): ?self
    {
        $kinds = array_values(array_diff($this->kinds, $other->kinds));

        return $kinds === [] && $this->values === [] ? null : new self($kinds, $this->values);
    }

    public function label(): string
    {
        $what = [
            ...array_map(static fn(string $kind): string => Placeholders::KINDS[$kind], $this->kinds),
            ...array_map(static fn(string $value): string => "\"{$value}\"", array_slice($this->values, 0, 5)),
        ];

        return 'Treat as blank: ' . implode(', ', $what) . (count($this->values) > 5 ? ' and ' . (count($this->values) - 5) . ' more' : '');
    }

    public function settings(): array
    {
        return ['kinds' => $this->kinds, 'values' => $this->values];
    }

    protected function work(string $value, Row $row): string
    {
        if (isset($this->words['=' . mb_strtolower(Tidy::line($value))])) {
            return '';
        }

        return in_array(Placeholders::kind(Tidy::line($value)), $this->kinds, true) ? '' : $value;
    }
}
