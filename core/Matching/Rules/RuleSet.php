<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

use PineSieve\Core\Names\SupporterKind;

/** Rules by which records of one kind are found to be the same. A pair is a match if any one of them holds. */
final readonly class RuleSet
{
    public const FORMAT = 'pine-sieve-match-rules';

    /**
     * @param  non-empty-list<MatchRule>  $rules
     * @param  array<string, SignEffect>  $signs  value of a Sign to what it does, where that is not its usual effect
     * @param  ?Thresholds  $thresholds  of a set by weight, whose rules say no more than who is compared; null for one by rules
     */
    public function __construct(
        public string $name,
        public SupporterKind $kind,
        public array $rules,
        public array $signs = [],
        public ?Thresholds $thresholds = null,
    ) {}

    /** What a sign against a pair does in this set. */
    public function effect(Sign $sign): SignEffect
    {
        return $this->signs[$sign->value] ?? $sign->effect();
    }

    /**
     * @param  mixed  $data  as toArray() gives it
     * @param  callable(string): bool  $isField  whether there is such a field in the catalog
     *
     * @throws BadRules
     */
    public static function fromArray(mixed $data, callable $isField): self
    {
        if (!is_array($data) || ($data['format'] ?? self::FORMAT) !== self::FORMAT) {
            throw new BadRules('This is not a match rule set: a JSON object with "format": "' . self::FORMAT . '" was expected.');
        }
        $name = is_string($data['name'] ?? null) ? trim($data['name']) : '';
        $kind =
            SupporterKind::tryFrom(is_string($data['kind'] ?? null) ? $data['kind'] : '') ??
            throw new BadRules(
                'The "kind" of the records that a rule set compares must be one of: ' .
                    implode(', ', array_column(SupporterKind::cases(), 'value')) .
                    '.',
            );
        $rules = is_array($data['rules'] ?? null) ? array_values($data['rules']) : [];
        if ($name === '' || mb_strlen($name) > 120) {
            throw new BadRules('A rule set needs a "name" of at most 120 characters.');
        }
        if ($rules === [] || count($rules) > 40) {
            throw new BadRules("The rule set \"{$name}\" needs from one to forty \"rules\".");
        }
        $read = array_map(static fn(mixed $rule): MatchRule => MatchRule::fromArray($rule, $isField), $rules);
        if (count(array_unique(array_column($read, 'name'))) < count($read)) {
            throw new BadRules("Two rules of the set \"{$name}\" have the same name.");
        }

        return new self($name, $kind, $read, self::signs($data['signs'] ?? []), self::thresholds($data));
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        $by = $this->thresholds === null ? [] : ['by' => 'weight', ...$this->thresholds->toArray()];

        return [
            'format' => self::FORMAT,
            'version' => $by === [] ? 1 : 2,
            ...$by,
            'name' => $this->name,
            'kind' => $this->kind->value,
            'rules' => array_map(static fn(MatchRule $rule): array => $rule->toArray(), $this->rules),
            'signs' => array_map(static fn(SignEffect $effect): string => $effect->value, $this->signs),
        ];
    }

    /** @param  array<mixed>  $data */
    private static function thresholds(array $data): ?Thresholds
    {
        $by = $data['by'] ?? 'rules';
        if ($by !== 'rules' && $by !== 'weight') {
            throw new BadRules('A rule set works "by" rules or weight.');
        }

        return $by === 'rules' ? null : Thresholds::fromArray($data);
    }

    /** @return array<string, SignEffect> */
    private static function signs(mixed $data): array
    {
        $signs = [];
        foreach (is_array($data) ? $data : throw new BadRules('The "signs" of a rule set are an object.') as $sign => $effect) {
            $known = Sign::tryFrom((string) $sign);
            $does = SignEffect::tryFrom(is_string($effect) ? $effect : '');
            if ($known === null || $does === null) {
                throw new BadRules(
                    "\"{$sign}\" is no sign against a pair, or does what none can do (" .
                        implode(', ', array_column(SignEffect::cases(), 'value')) .
                        ').',
                );
            }
            $signs[$known->value] = $does;
        }

        return $signs;
    }
}
