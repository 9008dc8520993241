<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Standards\Formats\ConsentFormat;
use PineSieve\Core\Standards\Formats\YesNoFormat;
use PineSieve\Core\Text\Tidy;

/** Makes "yes" or "no" of the words that a column uses for them. */
final readonly class YesNo implements Step
{
    public const NAME = 'yesno';

    private const BLANK = ['blank' => 'says nothing', 'yes' => 'means yes', 'no' => 'means no'];

    /** @var array<string, string> */
    private array $meanings;

    /**
     * @param  list<string>  $yes  words that mean yes, beside the usual ones
     * @param  list<string>  $no  words that mean no, beside the usual ones
     * @param  string  $blank  what a blank cell means: "blank", "yes" or "no"
     * @param  bool  $reversed  whether the column says the opposite, as "Do not mail" does
     */
    public function __construct(
        private array $yes = [],
        private array $no = [],
        private string $blank = 'blank',
        public bool $reversed = false,
    ) {
        $meanings = [];
        foreach (['yes' => $yes, 'no' => $no] as $meaning => $words) {
            foreach ($words as $word) {
                $meanings['=' . mb_strtolower(Tidy::line($word))] = $meaning;
            }
        }
        $this->meanings = $meanings;
    }

    public static function of(StepSettings $settings): self
    {
        return new self(
            $settings->texts('yes'),
            $settings->texts('no'),
            $settings->one('blank', array_keys(self::BLANK), 'blank'),
            $settings->flag('reversed'),
        );
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Read yes and no',
            StepForm::VALUES,
            ['yes' => [], 'no' => [], 'blank' => 'blank', 'reversed' => false],
            [
                StepInput::words('yes', 'These too mean yes'),
                StepInput::words('no', 'These too mean no'),
                StepInput::choice('blank', 'A blank cell', self::BLANK),
                StepInput::flag('reversed', 'the other way round'),
            ],
        );
    }

    public function apply(array $values, Row $row): array
    {
        return array_map(function (string $value): string {
            if ($value === '') {
                return $this->blank === 'blank' ? '' : $this->blank;
            }
            $word = $this->meanings['=' . mb_strtolower($value)] ?? null;
            $plain = $word === null ? YesNoFormat::meaning($value) : $word === 'yes';
            // "Do not mail" says so itself in a column that asks the opposite, too.
            $meaning = $plain === null ? ConsentFormat::meaning($value) : $plain !== $this->reversed;
            if ($meaning === null) {
                throw new StepFault("\"{$value}\" is neither yes nor no", 'Say in the step of the column what it means');
            }

            return $meaning ? 'yes' : 'no';
        }, $values);
    }

    public function label(): string
    {
        return 'Yes and no' .
            ($this->reversed ? ', the other way round' : '') .
            ($this->blank === 'blank' ? '' : "; a blank cell means {$this->blank}");
    }

    public function settings(): array
    {
        return ['yes' => $this->yes, 'no' => $this->no, 'blank' => $this->blank, 'reversed' => $this->reversed];
    }
}
