<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Formats\Formats;

/** The organization's rules for its data: by which values are read, and which Checker holds records against. */
final readonly class Standards
{
    /** @var list<Problem> of a record that breaks it, rule by rule */
    private array $problems;

    /** @param  list<RequiredRule>  $rules */
    public function __construct(
        public FieldCatalog $catalog,
        public Formats $formats,
        public array $rules = [],
        public Defaults $defaults = new Defaults(),
    ) {
        $this->problems = array_map(static fn(RequiredRule $rule): Problem => $rule->problem($catalog), $rules);
    }

    /**
     * What a record would fall short of. What it falls short of already is no problem of this change: it is on the worklist.
     *
     * @param  ?SupporterRecord  $before  as it is stored; null if it is new
     * @param  array<int|string, Gift>  $gifts  those that are new or changed, by number or what stands for it
     * @param  array<int|string, Gift>  $were  those of them that are stored, as they are
     * @return list<Problem>
     */
    public function problems(SupporterRecord $after, ?SupporterRecord $before = null, array $gifts = [], array $were = []): array
    {
        $facts = Facts::of($after);
        $was = $before === null ? null : Facts::of($before);
        $problems = [];
        foreach ($this->rules as $i => $rule) {
            if ($rule->subject === RuleSubject::Promise) {
                if (self::breakPromises($rule, $facts, $after->promises, $was ?? $facts, $before->promises ?? [])) {
                    $problems[] = $this->problems[$i];
                }

                continue;
            }
            if ($rule->subject !== RuleSubject::Gift) {
                if ($rule->isBroken($facts) && ($was === null || !$rule->isBroken($was))) {
                    $problems[] = $this->problems[$i];
                }

                continue;
            }
            foreach ($gifts as $number => $gift) {
                $did = isset($were[$number]) && $rule->isBroken(($was ?? $facts)->withGift($were[$number]));
                if (!$did && $rule->isBroken($facts->withGift($gift))) {
                    // Once for all gifts of the record.
                    $problems[] = $this->problems[$i];
                    break;
                }
            }
        }

        return $problems;
    }

    /**
     * @param  list<RecordPart>  $promises
     * @param  list<RecordPart>  $were  as they are stored
     */
    private static function breakPromises(RequiredRule $rule, Facts $facts, array $promises, Facts $was, array $were): bool
    {
        $broken = [];
        foreach ($were as $promise) {
            $broken[$promise->ref] = $rule->isBroken($was->withPromise($promise));
        }
        foreach ($promises as $promise) {
            if (!($broken[$promise->ref] ?? false) && $rule->isBroken($facts->withPromise($promise))) {
                return true;
            }
        }

        return false;
    }
}
