<?php

declare(strict_types=1);

namespace PineSieve\Core\Bulk;

use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\Consents;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Standards;

/** One thing that is done to each of many supporters. */
final readonly class BulkStep
{
    /** What tells one record from another: one value can't be right for many. */
    private const OF_ONE = [
        'name.first',
        'name.last',
        'name.greeting',
        'name.envelope',
        'organization.name',
        'email',
        'phone',
        'id.old',
        'kind',
    ];

    /** Places whose values can be changed; email, phone and ids are of one record alone. */
    private const PLACES = ['supporter', 'address', 'custom', 'membership'];

    private const LONGEST = 2000;

    /**
     * @param  string  $field  key in the catalog; '' where none is needed
     * @param  string  $value  what is written; the name of a group; a kind of record; of a deletion the number of the supporter that gets the gifts
     * @param  string  $from  what is replaced; of a note its day and its kind: "2026-11-29 mailing"
     * @param  bool  $overRefusals  whether an agreement takes the place of a refusal
     */
    private function __construct(
        public BulkKind $kind,
        public string $field = '',
        public string $value = '',
        public string $from = '',
        public bool $overRefusals = false,
    ) {}

    /**
     * @param  array{kind: string, field?: ?string, value?: ?string, from?: ?string, over_refusals?: ?bool}  $data
     *
     * @throws UnusableStep
     */
    public static function of(array $data, Standards $standards): self
    {
        $kind = BulkKind::tryFrom($data['kind']) ?? throw new UnusableStep('This can\'t be done to many at once.');
        [$value, $from] = [trim($data['value'] ?? ''), $data['from'] ?? ''];
        if ($kind === BulkKind::Become) {
            SupporterKind::tryFrom($value) ?? throw new UnusableStep('Say which kind of record they become.');

            return new self($kind, '', $value);
        }
        if ($kind === BulkKind::Note) {
            return $value === '' || preg_match('/^\d{4}-\d{2}-\d{2} [a-z]{1,40}$/D', $from) !== 1
                ? throw new UnusableStep('Say the day, the kind and the text of the note.')
                : new self($kind, '', $value, $from);
        }
        if ($kind === BulkKind::Delete) {
            return $value === '' || ctype_digit($value)
                ? new self($kind, '', $value)
                : throw new UnusableStep('Say who gets their gifts by the number of a supporter.');
        }
        $field = self::fieldOf($data['field'] ?? '', $kind, $standards->catalog);
        if (mb_strlen($value) > self::LONGEST) {
            throw new UnusableStep("{$field->label}: the value is longer than " . self::LONGEST . ' signs.');
        }
        if ($kind === BulkKind::Replace) {
            return $from === '' || $from === $value
                ? throw new UnusableStep("{$field->label}: say what is to be replaced, and by what.")
                : new self($kind, $field->key, $value, $from);
        }
        if ($kind === BulkKind::Clear) {
            return new self($kind, $field->key);
        }
        if ($value === '') {
            throw new UnusableStep("{$field->label}: a value is missing. To empty the field, clear it.");
        }
        $read = $standards->formats->byHand()->of($field)->read($value);
        if ($read->fault !== null) {
            throw new UnusableStep("{$field->label}: {$read->fault->reason}. {$read->fault->remedy}.");
        }

        return new self($kind, $field->key, $read->value, '', ($data['over_refusals'] ?? false) === true);
    }

    /** @throws UnusableStep */
    private static function fieldOf(string $key, BulkKind $kind, FieldCatalog $catalog): Field
    {
        $field = $catalog->has($key) ? $catalog->field($key) : throw new UnusableStep("There is no field \"{$key}\".");
        $kinds = self::kindsFor($field);

        return in_array($kind, $kinds, true)
            ? $field
            : throw new UnusableStep("{$field->label}: this can't be done to many at once. Open them one by one.");
    }

    /** @return list<BulkKind> what can be done with a field of many supporters at once */
    public static function kindsFor(Field $field): array
    {
        $place = FieldPlace::of($field->key);
        if ($place === null || $field->isRetired || !in_array($place->subject, self::PLACES, true)) {
            return [];
        }
        if ($field->type->isList()) {
            return $place->subject === 'membership'
                ? [BulkKind::Join, BulkKind::Leave]
                : [BulkKind::Join, BulkKind::Leave, BulkKind::Clear];
        }
        $isText = in_array($field->type, [FieldType::Text, FieldType::LongText], true);
        $isOne = in_array($field->key, self::OF_ONE, true);
        $isOfAddress = $place->subject === 'address';
        $isClearable = ($field->nature->canBeBlanked && !$isOne) || $place->subject === 'custom' || isset(Consents::DATES[$place->column]);

        return [
            ...$isOne || ($isOfAddress && !in_array($field->key, ['address.country', 'address.state'], true))
                ? []
                : [BulkKind::Set, BulkKind::Fill],
            ...$isClearable && !$isOfAddress ? [BulkKind::Clear] : [],
            ...$isText && $field->options() === [] ? [BulkKind::Replace] : [],
        ];
    }

    /** "put into Groups: Spring letter", "write yes as May be mailed where it is blank" */
    public function sentence(FieldCatalog $catalog): string
    {
        $label = $this->field === '' ? '' : $catalog->label($this->field);

        return match ($this->kind) {
            BulkKind::Set => "write {$this->value} as {$label}" . ($this->overRefusals ? ', also over refusals' : ''),
            BulkKind::Fill => "write {$this->value} as {$label} where it is blank",
            BulkKind::Clear => "clear {$label}",
            BulkKind::Replace => "replace \"{$this->from}\" by \"{$this->value}\" in {$label}",
            BulkKind::Join => match (self::listOf($this->field, $catalog)) {
                'group' => "put into the group {$this->value}",
                'tag' => "give the tag {$this->value}",
                default => "add {$this->value} to {$label}",
            },
            BulkKind::Leave => match (self::listOf($this->field, $catalog)) {
                'group' => "take out of the group {$this->value}",
                'tag' => "take the tag {$this->value} away",
                default => "take {$this->value} out of {$label}",
            },
            BulkKind::Become => 'make ' .
                match ($this->value) {
                    'person' => 'persons',
                    'household' => 'households',
                    default => 'organizations',
                } .
                ' of them',
            BulkKind::Note => "write the dated note \"{$this->value}\" ({$this->from})",
            BulkKind::Delete => 'delete them' .
                ($this->value === '' ? '' : ", and give their gifts and promises to supporter {$this->value}"),
        };
    }

    /** What it comes to, as the change set says it: "come into the group Spring letter". */
    public function effect(Effect $effect, FieldCatalog $catalog): string
    {
        $list = self::listOf($this->field, $catalog);
        if ($list !== '') {
            return self::ofNames($list, $effect) . " the {$list} {$this->value}" . ($effect === Effect::Same ? ' already' : '');
        }
        $of = $this->field === '' ? '' : "{$catalog->label($this->field)}: ";

        return match ($effect) {
            Effect::Comes => $this->kind === BulkKind::Note
                ? 'get the note'
                : ($this->kind === BulkKind::Join
                    ? "{$of}{$this->value} is added"
                    : "{$of}blank becomes {$this->value}"),
            Effect::Changes => match ($this->kind) {
                BulkKind::Clear => "{$of}the value goes",
                BulkKind::Replace => "{$of}\"{$this->from}\" becomes \"{$this->value}\"",
                BulkKind::Leave => "{$of}{$this->value} is taken out",
                BulkKind::Become => "become {$this->value}s; what only their old kind has is cleared",
                default => "{$of}another value becomes {$this->value}",
            },
            Effect::Same => match ($this->kind) {
                BulkKind::Become => "are {$this->value}s already",
                BulkKind::Note => 'have this note already',
                BulkKind::Join => "{$of}have {$this->value} already",
                BulkKind::Fill => "{$of}have a value, which stays",
                default => "{$of}are so already",
            },
            Effect::Refusal => "{$of}stays no, a refusal is kept",
            Effect::Nothing => match ($this->kind) {
                BulkKind::Leave => "{$of}{$this->value} is not there",
                BulkKind::Replace => "{$of}\"{$this->from}\" does not stand there",
                BulkKind::Clear => "{$of}blank already",
                default => "{$of}there is no address to write it in",
            },
            Effect::NotOfKind => "{$of}records of their kind don't have it",
            Effect::Goes => 'are deleted, with their addresses, emails, phones, ids, links and values',
            Effect::GoesWithout => "are deleted; their gifts and promises go to supporter {$this->value}",
            Effect::HasGifts => 'stay, since they have gifts or promises',
            Effect::IsCredited => 'stay, since gifts of others are credited to them or honor them',
            Effect::Waits => 'stay, since a gift of theirs waits in a batch',
            Effect::Gets => 'stays, since it gets the gifts of the others',
        };
    }

    /** @param  string  $list  "group" or "tag" */
    private static function ofNames(string $list, Effect $effect): string
    {
        $isGroup = $list === 'group';

        return match ($effect) {
            Effect::Comes => $isGroup ? 'come into' : 'get',
            Effect::Changes => $isGroup ? 'go out of' : 'lose',
            Effect::Same => $isGroup ? 'are in' : 'have',
            default => $isGroup ? 'are not in' : 'don\'t have',
        };
    }

    /** "group" or "tag"; '' for every other field. */
    private static function listOf(string $field, FieldCatalog $catalog): string
    {
        return $field === '' ? '' : $catalog->field($field)->nature->list;
    }

    /** @return array{kind: value-of<BulkKind>, field: string, value: string, from: string, over_refusals: bool} */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value,
            'field' => $this->field,
            'value' => $this->value,
            'from' => $this->from,
            'over_refusals' => $this->overRefusals,
        ];
    }
}
