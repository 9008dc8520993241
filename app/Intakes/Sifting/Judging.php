<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use PineSieve\Core\Columns\Party;
use PineSieve\Core\Matching\Judgement;
use PineSieve\Core\Matching\Matcher;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Matching\PairFinding;
use PineSieve\Core\Matching\PairStrength;
use PineSieve\Core\Records\LinkKind;
use PineSieve\Core\Records\SupporterRecord;

/** Who a supporter that a row tells of is: by the rules, or as a person said. A decision that names nobody who is there any more does not count. */
final readonly class Judging
{
    public function __construct(private PossibleMatches $candidates, private Matcher $matcher) {}

    /** @param  list<MatchKey>  $keys */
    public function judge(int $unit, Party $party, array $keys, ?int $fingerprint, ?string $decision): Judgement
    {
        $record = $party->record;
        $findings = array_filter(
            array_map(
                fn(SupporterRecord $candidate): ?PairFinding => $this->matcher->compare($record, $candidate, $party->isNamedOnly),
                $this->candidates->of($unit, $record, $keys),
            ),
        );
        foreach ($party->isNamedOnly || $fingerprint === null ? [] : $this->candidates->sameRow($fingerprint) as $id => $intake) {
            $candidate = $this->candidates->record($id);
            if ($candidate !== null) {
                $findings[$id] = ($findings[$id] ?? new PairFinding($id, PairStrength::CertainByRow, 100, [], []))->loadedBefore($intake);
            }
        }
        $judgement = Judgement::of(
            array_values($findings),
            $party->isNamedOnly ? null : $this->matcher->thresholds($record->kind),
        )->withNamesakes($this->candidates->crowd($keys));
        $named = $decision === null || $decision === 'new' ? null : $this->candidates->named($decision);

        return match (true) {
            $decision === 'new' => $judgement->decided(null),
            $named !== null => $judgement->decided($named->ref),
            default => $judgement,
        };
    }

    /**
     * The household that one of the members is in already; what the rules say if none is.
     *
     * @param  list<MatchKey>  $keys
     * @param  list<?SupporterRecord>  $members
     */
    public function household(int $unit, Party $party, array $keys, ?int $fingerprint, ?string $decision, array $members): Judgement
    {
        $judgement = $this->judge($unit, $party, $keys, $fingerprint, $decision);
        foreach ($decision === null ? array_filter($members) : [] as $member) {
            foreach ($member->links as $link) {
                $household =
                    $link->value('kind') === LinkKind::Member->value
                        ? $this->candidates->record(
                            ctype_digit($link->value('other_id')) ? (int) $link->value('other_id') : $link->value('other_id'),
                        )
                        : null;
                if ($household !== null) {
                    return $judgement->decided($household->ref);
                }
            }
        }

        return $judgement;
    }
}
