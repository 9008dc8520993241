<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** Finds a piece of text and replaces it. */
final readonly class Replace extends EachValue
{
    public const NAME = 'replace';

    /** @param  bool  $words whether it must stand as words of its own */
    public function __construct(
        private string $find,
        private string $with = '',
        private bool $words = false,
        private bool $matchCase = false,
    ) {}

    public static function of(StepSettings $settings): self
    {
        $find = $settings->text('find');

        return $find === ''
            ? throw new BadStep('Say what is to be found.')
            : new self($find, $settings->text('with', ''), $settings->flag('words'), $settings->flag('match_case'));
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Find and replace',
            StepForm::TEXT,
            ['find' => '', 'with' => ''],
            [
                StepInput::text('find', 'Find', needed: true),
                StepInput::text('with', 'Replace by'),
                StepInput::flag('words', 'whole words only'),
                StepInput::flag('match_case', 'match capitals'),
            ],
        );
    }

    public function label(): string
    {
        return $this->with === '' ? "Remove \"{$this->find}\"" : "Replace \"{$this->find}\" by \"{$this->with}\"";
    }

    public function settings(): array
    {
        return ['find' => $this->find, 'with' => $this->with, 'words' => $this->words, 'match_case' => $this->matchCase];
    }

    protected function work(string $value, Row $row): string
    {
        $edge = $this->words ? ['(?<![\p{L}\p{N}])', '(?![\p{L}\p{N}])'] : ['', ''];
        $pattern = '/' . $edge[0] . preg_quote($this->find, '/') . $edge[1] . '/u' . ($this->matchCase ? '' : 'i');

        // Counted before it is done: what it would become may not fit into memory.
        if (
            strlen($this->with) * strlen($value) > Steps::LONGEST &&
            strlen($this->with) * (int) preg_match_all($pattern, $value) > Steps::LONGEST
        ) {
            throw new StepFault(
                "\"{$this->find}\" stands in the text so often that it becomes too long",
                'Correct the step of the column, or shorten the cell',
            );
        }

        return trim((string) preg_replace_callback($pattern, fn(): string => $this->with, $value));
    }
}
