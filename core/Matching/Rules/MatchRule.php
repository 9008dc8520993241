<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

/** A rule holds for a pair if all its comparisons do, and none of the signs does that it gives way to. */
final readonly class MatchRule
{
    /**
     * @param  non-empty-list<Comparison>  $comparisons
     * @param  int  $most  of how many records that share what the rule is looked up by the pairs are looked at; where more share it, it says too little
     * @param  list<Sign>  $unless  signs against a pair beside which the rule says too little
     */
    public function __construct(
        public string $name,
        public Certainty $certainty,
        public array $comparisons,
        public int $most = 200,
        public array $unless = [],
    ) {}

    /**
     * @param  mixed  $data  as toArray() gives it
     * @param  callable(string): bool  $isField
     *
     * @throws BadRules
     */
    public static function fromArray(mixed $data, callable $isField): self
    {
        $name = is_array($data) && is_string($data['name'] ?? null) ? trim($data['name']) : '';
        if (!is_array($data) || $name === '') {
            throw new BadRules('Each rule needs a "name".');
        }
        $certainty =
            Certainty::tryFrom(is_string($data['verdict'] ?? null) ? $data['verdict'] : '') ??
            throw new BadRules("The verdict of the rule \"{$name}\" must be one of: certain, review.");
        $comparisons = is_array($data['comparisons'] ?? null) ? array_values($data['comparisons']) : [];
        $most = $data['most'] ?? 200;
        if ($comparisons === [] || count($comparisons) > 12) {
            throw new BadRules("The rule \"{$name}\" needs from one to twelve \"comparisons\".");
        }
        if (!is_int($most) || $most < 2 || $most > 5000) {
            throw new BadRules("How many records may share what the rule \"{$name}\" looks up by must be from 2 to 5000.");
        }

        try {
            $compared = array_map(static fn(mixed $one): Comparison => Comparison::fromArray($one, $isField), $comparisons);
        } catch (BadRules $error) {
            throw new BadRules("Rule \"{$name}\": {$error->getMessage()}");
        }
        if (array_filter($compared, static fn(Comparison $one): bool => !$one->options->blanksEqual) === []) {
            throw new BadRules(
                "The rule \"{$name}\" would hold for all records that say nothing: two blanks can't be equal in every comparison.",
            );
        }

        return new self($name, $certainty, $compared, $most, self::signs($name, $data['unless'] ?? []));
    }

    /** @return list<Sign> */
    private static function signs(string $name, mixed $data): array
    {
        $signs = [];
        foreach (is_array($data) ? $data : [null] as $written) {
            $sign = is_string($written) ? Sign::tryFrom($written) : null;
            if ($sign === null) {
                throw new BadRules(
                    "\"unless\" of the rule \"{$name}\" is a list of signs against a pair: " .
                        implode(', ', array_column(Sign::cases(), 'value')) .
                        '.',
                );
            }
            $signs[$sign->value] = $sign;
        }

        return array_values($signs);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'name' => $this->name,
            'verdict' => $this->certainty->value,
            'most' => $this->most,
            'comparisons' => array_map(static fn(Comparison $one): array => $one->toArray(), $this->comparisons),
            ...$this->unless === [] ? [] : ['unless' => array_column($this->unless, 'value')],
        ];
    }

    /** @param  callable(string): string  $label  of a field of the catalog */
    public function sentence(callable $label): string
    {
        return ucfirst(implode('; and ', array_map(static fn(Comparison $one): string => $one->phrase($label), $this->comparisons))) .
            ($this->unless === [] ? '' : '; unless this speaks against it: ' . implode(', ', array_column($this->unless, 'value')));
    }
}
