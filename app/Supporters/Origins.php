<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\JournalEntry;
use App\Records\Merge;
use App\Records\RowSource;
use App\Records\RowSources;
use PineSieve\Core\Changes\Action;

/** Where the values of a record came from, read from the journal. */
final readonly class Origins
{
    /** Column of a record to the catalog fields that may have fed it. */
    private const FIELDS = [
        'supporter.title' => ['name.title', 'name.full'],
        'supporter.first_name' => ['name.first', 'name.full'],
        'supporter.middle_name' => ['name.middle', 'name.full'],
        'supporter.last_name' => ['name.last', 'name.full'],
        'supporter.suffix' => ['name.suffix', 'name.full'],
        'supporter.organization_name' => ['organization.name', 'name.full'],
        'supporter.display_name' => ['name.full', 'organization.name', 'name.first', 'name.middle', 'name.last', 'name.suffix'],
        'supporter.first_known_on' => ['first_known'],
        'address.line1' => ['address.line1', 'address.block'],
        'address.line2' => ['address.line2', 'address.block'],
        'address.city' => ['address.city', 'address.block'],
        'address.state' => ['address.state', 'address.block'],
        'address.postal_code' => ['address.postal_code', 'address.block'],
        'address.country' => ['address.country', 'address.block', 'address.state', 'address.postal_code'],
        'email.address' => ['email'],
        'phone.number' => ['phone'],
        'identifier.value' => ['id.old', 'id.other'],
        'membership.name' => ['groups', 'tags', 'group'],
        'supporter.nickname' => ['name.nickname'],
        'supporter.birth_date' => ['birth_date'],
        'supporter.notes' => ['notes'],
        'supporter.status' => ['status'],
        'supporter.consent_mail' => ['consent.mail'],
        'supporter.consent_email' => ['consent.email'],
        'supporter.consent_phone' => ['consent.phone'],
        'supporter.consent_mail_on' => ['consent.mail.date'],
        'supporter.consent_email_on' => ['consent.email.date'],
        'supporter.consent_phone_on' => ['consent.phone.date'],
        'gift.campaign' => ['gift.campaign'],
        'gift.appeal' => ['gift.appeal'],
        'gift.tribute' => ['gift.tribute'],
        'gift.anonymous' => ['gift.anonymous'],
        'gift.notes' => ['gift.notes'],
        'gift.given_on' => ['gift.date'],
        'gift.amount' => ['gift.amount'],
        'gift.fund' => ['gift.fund'],
        'gift.kind' => ['gift.kind'],
        'gift.reference' => ['gift.reference'],
    ];

    public function __construct(private RowSources $sources) {}

    /**
     * @return array<string, array<string, mixed>> "subject:id:column" to where its present value came from
     */
    public function of(int $supporterId): array
    {
        $origins = [];
        // What others brought along keeps its origin.
        foreach (Merge::standing($supporterId) as $merge) {
            foreach ($merge->goneIds() as $gone) {
                $origins += $this->of($gone);
            }
        }
        $entries = JournalEntry::ofSupporters([$supporterId])
            ->with('act.user')
            ->get();
        $sources = $this->sources->of(JournalEntry::intakesOf($entries));
        foreach ($entries as $entry) {
            $source = $sources[$entry->act->intake_id] ?? null;
            foreach ($entry->changeList() as $change) {
                foreach ($change->action === Action::Delete ? [] : $change->fields as $column => [$before, $after]) {
                    $place = "{$change->subject->value}:{$change->ref}:{$column}";
                    if ($change->action === Action::Create && isset($origins[$place]) && $entry->act->kind->moves()) {
                        continue;
                    }
                    $origins[$place] = [
                        'at' => $entry->at,
                        'cause' => $entry->act->kind->value,
                        'by' => $entry->act->user?->name,
                        'intake' =>
                            $source === null
                                ? null
                                : [...$source->label(), 'place' => $entry->row_number === null ? null : $source->place($entry->row_number)],
                        'row' => $entry->row_number,
                        'columns' => $source === null ? [] : self::columns($source, "{$change->subject->value}.{$column}"),
                        'before' => $before,
                    ];
                }
            }
        }

        return $origins;
    }

    /** @return list<string> headers of the columns that fed it */
    private static function columns(RowSource $source, string $column): array
    {
        $headers = array_intersect_key($source->headersByField(), array_flip(self::FIELDS[$column] ?? []));

        return array_values(array_unique(array_merge(...array_values($headers), ...[[]])));
    }
}
