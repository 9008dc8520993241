<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Intakes\Intake;
use App\Records\JournalEntry;
use App\Records\Merge;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Standards\Target;

/** Where the values of a record came from, read from the journal. */
final class Origins
{
    /** Column of a record to the catalog fields that may have fed it. */
    private const FIELDS = [
        'supporter.title' => ['name.title', 'name.full'], 'supporter.first_name' => ['name.first', 'name.full'], 'supporter.middle_name' => ['name.middle', 'name.full'],
        'supporter.last_name' => ['name.last', 'name.full'], 'supporter.suffix' => ['name.suffix', 'name.full'], 'supporter.organization_name' => ['organization.name', 'name.full'],
        'supporter.display_name' => ['name.full', 'organization.name', 'name.first', 'name.middle', 'name.last', 'name.suffix'], 'supporter.first_known_on' => ['first_known'],
        'address.line1' => ['address.line1', 'address.block'], 'address.line2' => ['address.line2', 'address.block'], 'address.city' => ['address.city', 'address.block'],
        'address.state' => ['address.state', 'address.block'], 'address.postal_code' => ['address.postal_code', 'address.block'], 'address.country' => ['address.country', 'address.block', 'address.state', 'address.postal_code'],
        'email.address' => ['email'], 'phone.number' => ['phone'], 'identifier.value' => ['id.old', 'id.other'], 'membership.name' => ['groups', 'tags', 'group'],
        'supporter.nickname' => ['name.nickname'], 'supporter.birth_date' => ['birth_date'], 'supporter.notes' => ['notes'], 'supporter.status' => ['status'],
        'supporter.consent_mail' => ['consent.mail'], 'supporter.consent_email' => ['consent.email'], 'supporter.consent_phone' => ['consent.phone'],
        'supporter.consent_mail_on' => ['consent.mail.date'], 'supporter.consent_email_on' => ['consent.email.date'], 'supporter.consent_phone_on' => ['consent.phone.date'],
        'gift.campaign' => ['gift.campaign'], 'gift.appeal' => ['gift.appeal'], 'gift.tribute' => ['gift.tribute'], 'gift.anonymous' => ['gift.anonymous'], 'gift.notes' => ['gift.notes'],
        'gift.given_on' => ['gift.date'], 'gift.amount' => ['gift.amount'], 'gift.fund' => ['gift.fund'], 'gift.kind' => ['gift.kind'], 'gift.reference' => ['gift.reference'],
    ];

    /** @var array<int, array<string, list<string>>> intake to field key to headers */
    private array $headers = [];

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
        foreach (JournalEntry::ofSupporters([$supporterId])->with(['act.intake', 'act.user'])->get() as $entry) {
            $intake = $entry->act->intake;
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
                        'intake' => $intake === null ? null : [
                            'id' => $intake->id, 'name' => $intake->name, 'file' => $intake->file_name, 'sheet' => implode(', ', $intake->sheets_read),
                            'place' => $entry->row_number === null ? null : $intake->place($entry->row_number),
                        ],
                        'row' => $entry->row_number,
                        'columns' => $intake === null ? [] : $this->columns($intake, "{$change->subject->value}.{$column}"),
                        'before' => $before,
                    ];
                }
            }
        }

        return $origins;
    }

    /** @return list<string> headers of the columns that fed it */
    private function columns(Intake $intake, string $column): array
    {
        if (! isset($this->headers[$intake->id])) {
            $this->headers[$intake->id] = [];
            foreach ($intake->columnPlan()->choices as $choice) {
                foreach ($choice->feeds as $feed) {
                    $this->headers[$intake->id][Target::tryParse($feed->target)->field ?? ''][] = $choice->header;
                }
            }
        }

        return array_values(array_unique(array_merge(...array_values(array_intersect_key($this->headers[$intake->id], array_flip(self::FIELDS[$column] ?? []))), ...[[]])));
    }
}
