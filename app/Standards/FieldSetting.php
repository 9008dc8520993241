<?php

declare(strict_types=1);

namespace App\Standards;

use App\Accounts\User;
use Illuminate\Database\Eloquent\Model;
use PineSieve\Core\Standards\Limits;

/**
 * What the organization sets for a field of the catalog, built in or its own.
 *
 * @property string $field
 * @property array{limits?: array<string, mixed>, see?: ?array{roles: list<string>, users: list<int>}, edit?: ?array{roles: list<string>, users: list<int>}, hidden_in?: list<string>, open_list?: bool, unreadable?: string, defaults?: array<string, string>} $settings
 */
final class FieldSetting extends Model
{
    /** Places where a field can show. */
    public const PLACES = ['add', 'page', 'grid', 'export'];

    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = 'field';

    protected $keyType = 'string';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['settings' => 'array'];
    }

    public function limits(): Limits
    {
        return Limits::fromArray($this->settings['limits'] ?? []);
    }

    /** @return list<string> fields that a place does not show */
    public static function hiddenIn(string $place): array
    {
        return array_values(
            self::query()
                ->get()
                ->filter(static fn(self $setting): bool => in_array($place, $setting->settings['hidden_in'] ?? [], true))
                ->pluck('field')
                ->all(),
        );
    }

    /** Whether a user may see the field, or edit it; everyone may where nobody is named. */
    public function allows(string $what, User $user): bool
    {
        /** @var ?array{roles: list<string>, users: list<int>} $allowed */
        $allowed = $this->settings[$what] ?? null;

        return $allowed === null || in_array($user->role->value, $allowed['roles'], true) || in_array($user->id, $allowed['users'], true);
    }
}
