<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\RecordReader;
use App\Standards\FieldAccess;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Standards\Facts;
use PineSieve\Core\Standards\FieldCatalog;

/** Values that could not be read, as they were written: what is still to be filled in. */
final readonly class UnreadValues
{
    public function __construct(private RecordReader $reader, private FieldCatalog $catalog) {}

    /** @return list<array{id: int, label: string, value: string}> of one supporter, those whose field is blank still */
    public function of(int $supporter, FieldAccess $sight): array
    {
        $record = $this->reader->read([$supporter])[$supporter] ?? null;
        if ($record === null || $record->unread === []) {
            return [];
        }
        $facts = Facts::of($record);
        $open = array_filter(
            $record->unread,
            static fn(RecordPart $part): bool => $sight->sees($part->value('field')) && $facts->all($part->value('field')) === [],
        );

        return array_values(
            array_map(
                fn(RecordPart $part): array => [
                    'id' => (int) $part->ref,
                    'label' => $this->catalog->label($part->value('field')),
                    'value' => $part->value('value'),
                ],
                $open,
            ),
        );
    }
}
