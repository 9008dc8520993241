<?php

declare(strict_types=1);

namespace PineSieve\Core\Forms;

/** Two people had the same form open: what each of them changed, put together. */
final readonly class FormMerge
{
    /**
     * @param  Draft  $draft  with what either changed; where both changed the same, what the first one wrote who is still here ("mine")
     * @param  array<string, array{base: string, mine: string, theirs: string}>  $conflicts  places that both changed, differently
     * @param  array<string, array{base: string, theirs: string}>  $theirs  places that the other one changed alone
     */
    private function __construct(public Draft $draft, public array $conflicts, public array $theirs) {}

    /**
     * @param  Draft  $base  as both opened it
     * @param  Draft  $mine  as this person leaves it
     * @param  Draft  $stored  as it is now
     */
    public static function of(Draft $base, Draft $mine, Draft $stored): self
    {
        [$before, $here, $there] = [$base->flat(), $mine->flat(), $stored->flat()];
        [$flat, $conflicts, $theirs] = [[], [], []];
        foreach ([...$before, ...$there, ...$here] as $path => $any) {
            [$b, $m, $t] = [$before[$path] ?? null, $here[$path] ?? null, $there[$path] ?? null];
            if (str_starts_with($path, 'fields.')) {
                // A field that one does not have in front of him is left as it is; one that is blank was left so, or made so.
                [$b, $t] = [$b ?? '', $t ?? ''];
                $m ??= $b;
            }
            if ($m !== $b && $t !== $b && $m !== $t) {
                $conflicts[$path] = ['base' => $b ?? '', 'mine' => $m ?? '', 'theirs' => $t ?? ''];
            } elseif ($t !== $b && $m === $b) {
                $theirs[$path] = ['base' => $b ?? '', 'theirs' => $t ?? ''];
            }
            $value = $m === $b ? $t : $m;
            if ($value !== null) {
                $flat[$path] = $value;
            }
        }

        return new self(Draft::fromFlat($flat), $conflicts, $theirs);
    }
}
