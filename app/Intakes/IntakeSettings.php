<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Support\Http\JsonMap;
use App\Supporters\ComparedWith;
use Illuminate\Contracts\Database\Eloquent\Castable;
use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use PineSieve\Core\Changes\Effects;
use PineSieve\Core\Changes\FieldGroup;
use PineSieve\Core\Changes\MatchEffect;
use PineSieve\Core\Standards\Unreadable;

/**
 * What a person chose for a whole intake.
 *
 * @phpstan-import-type Against from ComparedWith
 * @phpstan-type Settings array{
 *     effect: value-of<MatchEffect>, blanks_empty: bool, system: string, accept_addresses: bool, groups: list<string>,
 *     groups_new: list<string>, tags: list<string>, tags_new: list<string>, no_contact: bool, description: string, agreed: string,
 *     agreed_by: string, is_quiet: bool, effects: JsonMap<value-of<MatchEffect>>, new: 'add'|'leave out', unsure: 'hold'|'ask',
 *     against: Against, unreadable: JsonMap<value-of<Unreadable>>, notes_unread: bool, batch: ?int, nameless: ?int, verify_addresses: bool,
 * }
 */
final readonly class IntakeSettings implements Castable
{
    /** What can be chosen at any time, since no row is worked out by it. */
    public const ABOUT = ['description', 'agreed', 'agreed_by', 'is_quiet', 'verify_addresses'];

    /** What is said of one file, and of no other that comes by the same plan. */
    private const OF_ONE_FILE = ['description' => true, 'agreed' => true, 'agreed_by' => true, 'batch' => true];

    /**
     * @param  bool  $blanksEmpty  whether a blank cell empties the field of a matched supporter; only together with "replace"
     * @param  string  $system  name of the system that old ids are from
     * @param  bool  $acceptAddresses  whether every address is stored in its postal form without asking
     * @param  list<string>  $groups  that everyone gets whom the intake touches
     * @param  list<string>  $groupsNew  that everyone gets whom it makes
     * @param  list<string>  $tags  as groups
     * @param  list<string>  $tagsNew  as groupsNew
     * @param  bool  $noContact  whether nobody in it may be contacted
     * @param  string  $description  where the data is from
     * @param  string  $agreed  how the people agreed to be contacted; '' where nobody has confirmed it
     * @param  string  $agreedBy  who confirmed it
     * @param  array<string, MatchEffect>  $ownEffects  what a match does to a group of fields, where that is not the usual effect; by value of FieldGroup
     * @param  bool  $addsNew  whether those whom nobody knows are added, or their rows left out
     * @param  bool  $asksUnsure  whether nothing is loaded as long as a row is unsure, or unsure rows are held
     * @param  ComparedWith  $against  whom rows are compared with
     * @param  array<string, Unreadable>  $unreadable  key of a field to what becomes of values that can't be read, where that is not as the standards say
     * @param  bool  $notesUnread  whether such values get a line in the notes as well
     * @param  ?int  $batch  in which its gifts wait until it is posted; null if they are given at once
     * @param  ?int  $nameless  the supporter who has the gifts of rows that say nothing of who gave them; null if such rows are held
     * @param  bool  $verifiesAddresses  whether the postal directory is asked about its addresses once its rows are worked out
     * @param  bool  $isQuiet  whether other systems are told nothing of its changes
     */
    public function __construct(
        public MatchEffect $effect = MatchEffect::FillBlanks,
        public bool $blanksEmpty = false,
        public string $system = 'old database',
        public bool $acceptAddresses = false,
        public array $groups = [],
        public array $groupsNew = [],
        public array $tags = [],
        public array $tagsNew = [],
        public bool $noContact = false,
        public string $description = '',
        public string $agreed = '',
        public string $agreedBy = '',
        public bool $isQuiet = false,
        public array $ownEffects = [],
        public bool $addsNew = true,
        public bool $asksUnsure = false,
        public ComparedWith $against = new ComparedWith(),
        public array $unreadable = [],
        public bool $notesUnread = false,
        public ?int $batch = null,
        public ?int $nameless = null,
        public bool $verifiesAddresses = false,
    ) {}

    /** @param  array<string, mixed>  $data as toArray() gives it; what is missing has its default */
    public static function fromArray(array $data): self
    {
        $names = static fn(string $key): array => array_values(
            array_unique(
                array_filter(
                    array_map(
                        static fn(mixed $name): string => is_string($name) ? trim($name) : '',
                        is_array($data[$key] ?? null) ? $data[$key] : [],
                    ),
                    static fn(string $name): bool => $name !== '',
                ),
            ),
        );

        return new self(
            MatchEffect::from($data['effect'] ?? MatchEffect::FillBlanks->value),
            (bool) ($data['blanks_empty'] ?? false),
            (string) ($data['system'] ?? 'old database'),
            (bool) ($data['accept_addresses'] ?? false),
            $names('groups'),
            $names('groups_new'),
            $names('tags'),
            $names('tags_new'),
            (bool) ($data['no_contact'] ?? false),
            (string) ($data['description'] ?? ''),
            (string) ($data['agreed'] ?? ''),
            (string) ($data['agreed_by'] ?? ''),
            (bool) ($data['is_quiet'] ?? false),
            self::ownEffects($data['effects'] ?? []),
            ($data['new'] ?? 'add') !== 'leave out',
            ($data['unsure'] ?? 'hold') === 'ask',
            ComparedWith::fromArray($data['against'] ?? null),
            array_filter(
                array_map(
                    static fn(mixed $choice): ?Unreadable => is_string($choice) ? Unreadable::tryFrom($choice) : null,
                    (array) ($data['unreadable'] ?? []),
                ),
            ),
            (bool) ($data['notes_unread'] ?? false),
            isset($data['batch']) ? (int) $data['batch'] : null,
            isset($data['nameless']) ? (int) $data['nameless'] : null,
            (bool) ($data['verify_addresses'] ?? false),
        );
    }

    /** @return Settings */
    public function toArray(): array
    {
        return [
            'effect' => $this->effect->value,
            'blanks_empty' => $this->blanksEmpty,
            'system' => $this->system,
            'accept_addresses' => $this->acceptAddresses,
            'groups' => $this->groups,
            'groups_new' => $this->groupsNew,
            'tags' => $this->tags,
            'tags_new' => $this->tagsNew,
            'no_contact' => $this->noContact,
            'description' => $this->description,
            'agreed' => $this->agreed,
            'agreed_by' => $this->agreedBy,
            'is_quiet' => $this->isQuiet,
            'effects' => new JsonMap(array_map(static fn(MatchEffect $effect) => $effect->value, $this->ownEffects)),
            'new' => $this->addsNew ? 'add' : 'leave out',
            'unsure' => $this->asksUnsure ? 'ask' : 'hold',
            'against' => $this->against->toArray(),
            'unreadable' => new JsonMap(array_map(static fn(Unreadable $choice) => $choice->value, $this->unreadable)),
            'notes_unread' => $this->notesUnread,
            'batch' => $this->batch,
            'nameless' => $this->nameless,
            'verify_addresses' => $this->verifiesAddresses,
        ];
    }

    /** @param  array<string, mixed>  $changes  as toArray() gives them; what is missing stays */
    public function with(array $changes): self
    {
        return self::fromArray([...$this->plain(), ...$changes]);
    }

    /** As they are kept with a plan: without what was said of this file alone. */
    public function ofPlan(): self
    {
        return self::fromArray(array_diff_key($this->plain(), self::OF_ONE_FILE));
    }

    /** Those of a plan, for this file: what is said of the file stays. */
    public function takingUp(self $plan): self
    {
        return $plan->with(array_intersect_key($this->plain(), self::OF_ONE_FILE));
    }

    /** @return CastsAttributes<self, self> */
    public static function castUsing(array $arguments): CastsAttributes
    {
        return new class implements CastsAttributes {
            public function get(Model $model, string $key, mixed $value, array $attributes): IntakeSettings
            {
                return IntakeSettings::fromArray((array) json_decode((string) $value, true, flags: JSON_THROW_ON_ERROR));
            }

            public function set(Model $model, string $key, mixed $value, array $attributes): string
            {
                return json_encode($value->toArray(), JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
            }
        };
    }

    /** @return array<string, mixed> as toArray(), with arrays all the way down */
    private function plain(): array
    {
        return (array) json_decode(json_encode($this->toArray(), JSON_THROW_ON_ERROR), true, flags: JSON_THROW_ON_ERROR);
    }

    public function effects(): Effects
    {
        return new Effects($this->effect, $this->ownEffects);
    }

    /** @return array<string, MatchEffect> */
    private static function ownEffects(mixed $data): array
    {
        $effects = [];
        foreach (is_array($data) || is_object($data) ? (array) $data : [] as $group => $effect) {
            $known = FieldGroup::tryFrom((string) $group);
            $does = MatchEffect::tryFrom(is_string($effect) ? $effect : '');
            if ($known !== null && $does !== null && in_array($does, $known->effects(), true)) {
                $effects[$known->value] = $does;
            }
        }

        return $effects;
    }
}
