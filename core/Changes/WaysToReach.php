<?php

declare(strict_types=1);

namespace PineSieve\Core\Changes;

use PineSieve\Core\Records\RecordPart;

/** The ways of one sort to reach a supporter (addresses, emails, phones), and what those that come in do to them. */
final class WaysToReach
{
    /** Of one that reaches nobody, as the source says. */
    public const DEAD = 'undeliverable';

    private const FORMER = 'former';

    /** @var list<Change> */
    private array $changes = [];

    /** @var list<string> kinds that an earlier one of the row has settled: the second of several stands beside the first, it does not compete with it */
    private array $settled = [];

    /** @param  list<RecordPart>  $parts  what is stored */
    public function __construct(private readonly Subject $subject, private readonly MatchEffect $effect, private array $parts) {}

    /** @return list<RecordPart> what is stored, and what earlier ones of the row add */
    public function parts(): array
    {
        return $this->parts;
    }

    /** @return list<Change> those that create something have no reference yet */
    public function changes(): array
    {
        return $this->changes;
    }

    /**
     * @param  string  $kind  '' if the source does not say
     * @param  array<string, string>  $values  of one that comes in
     * @param  ?RecordPart  $same  the one that is there already
     * @param  bool  $isDead  whether it reaches nobody: it takes nobody's place, and one that is there and good is marked
     * @param  callable(RecordPart, MatchEffect, bool): array<string, array{?string, ?string}>  $fields  what changes of one that is there: in the one that is the same (true), or in the one that is replaced
     */
    public function take(string $kind, array $values, ?RecordPart $same, callable $fields, bool $isDead = false): void
    {
        $rival = $this->rival($kind);
        $isFirst = $this->settled === [];
        $settles = $same !== null || $rival === null || $this->effect !== MatchEffect::FillBlanks;
        $takesLead = $this->effect === MatchEffect::BecomePrimary && $isFirst && !$isDead;
        if ($settles) {
            array_push($this->settled, '', $kind);
        }
        if ($same !== null) {
            // What an earlier column of the row brings is not there yet to be changed.
            $lead = $takesLead && $same->ref !== '' ? self::changed($same, ['is_primary' => '1', 'condition' => 'good']) : [];
            $dead =
                $isDead && in_array($same->value('condition'), ['', 'good'], true) ? self::changed($same, ['condition' => self::DEAD]) : [];
            $this->update($same, $same->ref === '' ? [] : [...$fields($same, $this->effect, true), ...$lead, ...$dead]);
            if ($takesLead && $lead !== []) {
                $this->stepBack($same, $rival);
            }
        } elseif ($rival !== null && $this->effect === MatchEffect::Replace && !$isDead) {
            $this->update($rival, $fields($rival, $this->effect, false));
        } elseif ($rival === null || $this->effect !== MatchEffect::FillBlanks) {
            if ($takesLead) {
                $this->stepBack(null, $rival);
            }
            $isPrimary = $this->parts === [] || $takesLead;
            $this->changes[] = Change::create($this->subject, '', $isPrimary ? $values : [...$values, 'is_primary' => '0']);
            $this->parts[] = new RecordPart('', $values);
        }
    }

    /** The primary one is no longer that, and the one in whose place another comes is kept as a former one. */
    private function stepBack(?RecordPart $lead, ?RecordPart $rival): void
    {
        foreach ($this->parts as $part) {
            if ($part !== $lead && $part->ref !== '') {
                $this->update($part, self::changed($part, ['is_primary' => '0', ...$part === $rival ? ['condition' => self::FORMER] : []]));
            }
        }
    }

    /** @param  array<string, array{?string, ?string}>  $fields */
    private function update(RecordPart $part, array $fields): void
    {
        if ($fields !== []) {
            $this->changes[] = new Change($this->subject, $part->ref, Action::Update, $fields);
        }
    }

    /**
     * @param  array<string, string>  $values
     * @return array<string, array{?string, ?string}> those that are not so yet
     */
    private static function changed(RecordPart $part, array $values): array
    {
        $fields = [];
        foreach ($values as $column => $value) {
            $before = $part->value($column) !== '' ? $part->value($column) : ($column === 'is_primary' ? '1' : 'good');
            if ($before !== $value) {
                $fields[$column] = [$part->values[$column] ?? null, $value];
            }
        }

        return $fields;
    }

    /** What is stored in the place of one that comes in: the one of the same kind without a label of its own, or the primary one for one of no kind. */
    private function rival(string $kind): ?RecordPart
    {
        foreach (in_array($kind, $this->settled, true) ? [] : $this->parts as $part) {
            $isOfKind = $kind === '' || ($part->value('kind') === $kind && $part->value('label') === '');
            if ($part->ref !== '' && $isOfKind && $part->value('condition') !== self::FORMER) {
                return $part;
            }
        }

        return null;
    }
}
