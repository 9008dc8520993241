<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Addresses\Directory\KeptAnswers;
use Illuminate\Support\Collection;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\Answer;
use PineSieve\Core\Addresses\Directory\Move;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Directory\Standing;

/** One address of a check, with what the directory said and what a person decided. */
final readonly class CheckedAddress
{
    public const KEPT = 'keep';

    public const MOVED = 'move';

    private const TAKEN = 'take:';

    private function __construct(
        public int $number,
        public ?int $supporter,
        public string $who,
        public Address $written,
        public Address $standard,
        public Outcome $outcome,
        public string $decision,
        private string $found,
        public string $faults,
        public ?int $sameAddress,
        public ?int $samePerson,
        public ?Answer $answer,
        public ?Move $move,
        public string $edition,
    ) {}

    /**
     * @param  Collection<int, \stdClass>  $rows  of checked_addresses
     * @return list<self>
     */
    public static function all(Collection $rows, KeptAnswers $kept): array
    {
        $answers = $kept->of(array_values(array_unique(array_map(strval(...), $rows->pluck('address_key')->all()))));

        return array_values(
            array_map(static fn(\stdClass $row): self => self::one($row, $answers[$row->address_key] ?? null), $rows->all()),
        );
    }

    /** @param  ?array{answer: Answer, edition: string, asked_at: string}  $kept */
    private static function one(\stdClass $row, ?array $kept): self
    {
        $outcome = Outcome::tryFrom($row->outcome) ?? Outcome::NotYetVerified;
        $answer = $outcome === Outcome::NotYetVerified ? null : $kept['answer'] ?? null;
        $address = static fn(string $json): Address => Address::fromParts(json_decode($json, true, flags: JSON_THROW_ON_ERROR));

        return new self(
            (int) $row->number,
            $row->supporter_id === null ? null : (int) $row->supporter_id,
            $row->who,
            $address($row->written),
            $address($row->standard),
            $outcome,
            $row->decision,
            $row->reasons,
            trim($row->faults, ','),
            $row->same_address === null ? null : (int) $row->same_address,
            $row->same_person === null ? null : (int) $row->same_person,
            $answer,
            $answer?->moveOf($row->first_name, $row->last_name),
            $kept['edition'] ?? '',
        );
    }

    public static function take(int $candidate): string
    {
        return self::TAKEN . $candidate;
    }

    /** Which candidate a person has chosen; null if none. */
    public function chosen(): ?Address
    {
        return str_starts_with($this->decision, self::TAKEN)
            ? $this->answer->candidates[(int) substr($this->decision, strlen(self::TAKEN))] ?? null
            : null;
    }

    /** The address as it comes out: the chosen one, or as the directory or else the standard writes it; as written if a person keeps it. */
    public function address(): Address
    {
        return match (true) {
            $this->decision === self::KEPT => $this->written,
            $this->decision === self::MOVED && $this->move?->to !== null => $this->move->to,
            $this->chosen() !== null => $this->chosen(),
            default => $this->answer?->corrected($this->standard) ?? $this->standard,
        };
    }

    /** How it stands once decided: what a person chose among the directory's own candidates is as good as confirmed. */
    public function standing(): Standing
    {
        return $this->chosen() === null && $this->decision !== self::MOVED ? $this->outcome->standing() : Standing::Confirmed;
    }

    /** Whether mail is likely to arrive for the person, who still lives there. */
    public function canBeMailed(): bool
    {
        return $this->standing()->canBeMailed() && ($this->move === null || in_array($this->decision, [self::KEPT, self::MOVED], true));
    }

    /** Why it is as it is: what was changed, what the directory says, who moved. */
    public function reasons(): string
    {
        return implode(
            ' | ',
            array_filter([
                $this->decision === self::KEPT ? 'kept as written' : $this->found,
                $this->chosen() === null ? '' : 'chosen among those that fit',
                $this->answer->why ?? '',
                $this->moved(),
            ]),
        );
    }

    private function moved(): string
    {
        return match (true) {
            $this->move === null => '',
            $this->move->to === null => "Moved away on {$this->move->on} and left no address",
            default => "Moved on {$this->move->on} to {$this->move->to->line()}",
        };
    }
}
