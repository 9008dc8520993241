<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Text\Fold;

/** One value of a pick list, whatever its case and punctuation. */
final readonly class ChoiceFormat implements Format
{
    /** @var array<string, string> solid spelling to the value of the list */
    private array $values;

    /** @param  list<string>  $options */
    public function __construct(private array $options)
    {
        $values = [];
        foreach ($options as $option) {
            $values[Fold::solid($option)] = $option;
        }
        $this->values = $values;
    }

    public function read(string $written): Understood
    {
        $value = in_array($written, $this->options, true) ? $written : ($this->values[Fold::solid($written)] ?? null);
        if ($value === null) {
            return Understood::not('list.unknown', "\"{$written}\" is not in the list", 'Choose one of: '.implode(', ', array_slice($this->options, 0, 12)).(count($this->options) > 12 ? ' …' : ''));
        }

        return Understood::as($value, $value === $written ? '' : 'as the list writes it');
    }
}
