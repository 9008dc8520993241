<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

use PineSieve\Core\Gifts\Split;

/** What a record of another system says of one gift: as it stands there now. */
final readonly class Transaction
{
    /**
     * @param  string  $id  that it has there
     * @param  string  $state  as it is called there; '' where there are none
     * @param  bool  $counts  whether it was given, whatever became of it since
     * @param  string  $amount  as Amount writes it; '' if it is none
     * @param  string  $currency  ISO 4217; '' if it does not say
     * @param  string  $given  day (ISO 8601); '' if it is none
     * @param  string  $back  how much of it went back, above zero; '0.00' for nothing
     * @param  string  $backOn  day (ISO 8601); '' if it does not say
     * @param  string  $donor  id of whoever gave it; '' if it does not say
     * @param  string  $fee  as Amount writes it, or as it is written if it is none; '' if it does not say
     * @param  list<Split>  $parts  what it is for, with amounts; empty if it does not say
     * @param  array<string, string>  $values  all that it says, by path
     * @param  string  $fault  why it can't be told what it is; '' if it can
     */
    public function __construct(
        public string $id,
        public string $state,
        public bool $counts,
        public string $amount,
        public string $currency,
        public string $given,
        public string $back,
        public string $backOn,
        public string $donor,
        public string $fee,
        public array $parts,
        public array $values,
        public string $fault = '',
    ) {}

    /** What it is known by when it is fetched again: its id, or all that it says where it has none. */
    public function identity(): string
    {
        return $this->id === '' ? 'without an id ' . substr($this->print(), 0, 40) : $this->id;
    }

    /** The same for what says the same but for its id. */
    public function likeness(ConnectionForm $form): string
    {
        $values = array_diff_key($this->values, [$form->id => true]);
        ksort($values);

        return hash('sha256', json_encode([$this->amount, $this->back, $values], JSON_THROW_ON_ERROR));
    }

    /** The same for what says the same. */
    public function print(): string
    {
        $values = $this->values;
        ksort($values);

        return hash('sha256', json_encode([$this->amount, $this->back, $values], JSON_THROW_ON_ERROR));
    }
}
