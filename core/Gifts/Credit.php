<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;

/** That a gift is credited to someone else than its giver too: never money of theirs, and never added to what was given. */
final readonly class Credit
{
    /**
     * @param  string  $supporter  number of who is credited, or the reference that stands for it
     * @param  string  $amount  as Amount writes it; '' where a share says it, or all of the gift
     * @param  string  $share  of the gift, in hundredths: "50" or "33.3"; ''
     */
    public function __construct(public string $supporter, public string $amount = '', public string $share = '') {}

    /** @return string how much of a gift it is */
    public function of(string $gift): string
    {
        return match (true) {
            $this->amount !== '' => $this->amount,
            $this->share !== '' => (string) BigDecimal::of($gift)->multipliedBy($this->share)->dividedBy(100, 2, RoundingMode::HALF_UP),
            default => $gift,
        };
    }

    /** @return string "12", "12 | 50.00", "12 | 33.3%" */
    public function written(): string
    {
        $much = $this->amount !== '' ? $this->amount : ($this->share === '' ? '' : "{$this->share}%");

        return $this->supporter . ($much === '' ? '' : ' ' . Split::MARK . " {$much}");
    }

    public function to(string $supporter): self
    {
        return new self($supporter, $this->amount, $this->share);
    }
}
