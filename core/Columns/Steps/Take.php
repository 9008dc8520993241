<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

/** Takes a part of the value. */
final readonly class Take extends EachValue
{
    public const NAME = 'take';

    private const WHAT = [
        'before' => 'before a mark',
        'after' => 'after a mark',
        'piece' => 'the n-th piece',
        'word' => 'the n-th word',
        'first' => 'the first characters',
        'last' => 'the last characters',
        'digits' => 'the digits',
        'letters' => 'the letters',
        'inside' => 'what is in brackets',
        'outside' => 'what is outside of brackets',
    ];

    /** @var non-empty-string */
    private string $mark;

    /**
     * @param  string  $what  one of WHAT
     * @param  string  $mark  where "before", "after" and "piece" cut
     * @param  int  $nth  of the piece or word, from 1; from the end if negative
     * @param  int  $count  characters for "first" and "last"
     */
    public function __construct(private string $what, string $mark = ',', private int $nth = 1, private int $count = 1)
    {
        $this->mark = $mark === '' ? throw new BadStep('Say at which mark the value is cut.') : $mark;
    }

    public static function of(StepSettings $settings): self
    {
        return new self(
            $settings->one('what', array_keys(self::WHAT)),
            $settings->text('mark', ','),
            $settings->number('nth', 1, -50, 50),
            $settings->number('count', 1, 1, 500),
        );
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Take a part',
            StepForm::TEXT,
            ['what' => 'before', 'mark' => ','],
            [
                StepInput::choice('what', 'What', self::WHAT),
                StepInput::text('mark', 'Mark', needed: true)->onlyFor('before', 'after', 'piece'),
                StepInput::number('nth', 'n (from the end if negative)', -50, 50)->onlyFor('piece', 'word'),
                StepInput::number('count', 'Characters', 1, 500)->onlyFor('first', 'last'),
            ],
        );
    }

    public function label(): string
    {
        $mark = $this->mark === ' ' ? 'a blank' : "\"{$this->mark}\"";

        return match ($this->what) {
            'before' => "Take what stands before {$mark}",
            'after' => "Take what stands after {$mark}",
            'piece' => "Take piece {$this->nth}, cut at {$mark}",
            'word' => $this->nth === -1 ? 'Take the last word' : "Take word {$this->nth}",
            'first' => "Take the first {$this->count} characters",
            'last' => "Take the last {$this->count} characters",
            'digits' => 'Take the digits alone',
            'letters' => 'Take the letters alone',
            'inside' => 'Take what stands in brackets',
            default => 'Take what stands outside of brackets',
        };
    }

    public function settings(): array
    {
        return ['what' => $this->what, 'mark' => $this->mark, 'nth' => $this->nth, 'count' => $this->count];
    }

    protected function work(string $value, Row $row): string
    {
        return trim(
            match ($this->what) {
                'before' => explode($this->mark, $value, 2)[0],
                'after' => explode($this->mark, $value, 2)[1] ?? '',
                'piece' => $this->nth(explode($this->mark, $value)),
                'word' => $this->nth(explode(' ', $value)),
                'first' => mb_substr($value, 0, $this->count),
                'last' => mb_substr($value, -$this->count),
                'digits' => (string) preg_replace('/\D/u', '', $value),
                'letters' => (string) preg_replace('/[^\p{L}\p{M} ]/u', '', $value),
                'inside' => preg_match('/[(\[]([^()\[\]]*)[)\]]/u', $value, $found) === 1 ? $found[1] : '',
                default => (string) preg_replace('/\s*[(\[][^()\[\]]*[)\]]\s*/u', ' ', $value),
            },
        );
    }

    /** @param  list<string>  $pieces */
    private function nth(array $pieces): string
    {
        $pieces = array_values(array_filter(array_map(trim(...), $pieces), static fn(string $piece): bool => $piece !== ''));

        return $pieces[$this->nth < 0 ? count($pieces) + $this->nth : $this->nth - 1] ?? '';
    }
}
