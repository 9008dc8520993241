<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Text\Fold;

/**
 * The directory of ZIP codes and Canadian forward sortation areas that ships with the product (bin/places makes it). Each code has one
 * city: that mail goes to another by the same code does not make the other wrong. It is read a block at a time, never whole.
 *
 * @phpstan-type Blocks array<string, array{int, int}>
 * @phpstan-type Index array{source: string, published: string, places: int, codes: Blocks, cities: Blocks}
 */
final class Places
{
    private const FILE = __DIR__ . '/data/places.txt';

    /** Blocks that are kept: those of one region come again and again. */
    private const KEPT = 64;

    /** Words that are written short or not. */
    private const SPELLINGS = [
        'saint' => 'st',
        'sainte' => 'ste',
        'mount' => 'mt',
        'fort' => 'ft',
        'north' => 'n',
        'south' => 's',
        'east' => 'e',
        'west' => 'w',
    ];

    /** "No. Adams" is North Adams, and "Long Bch" Long Beach. */
    private const SHORT = [
        ...self::SPELLINGS,
        'no' => 'n',
        'so' => 's',
        'bch' => 'beach',
        'hts' => 'heights',
        'spgs' => 'springs',
        'spg' => 'spring',
        'vlg' => 'village',
        'jct' => 'junction',
        'mtn' => 'mountain',
        'crk' => 'creek',
        'ctr' => 'center',
        'vly' => 'valley',
        'lk' => 'lake',
        'hbr' => 'harbor',
        'pk' => 'park',
        'cty' => 'city',
    ];

    /** What everybody writes for a city. */
    private const CALLED = [
        'nyc' => 'new york',
        'ny' => 'new york',
        'new york city' => 'new york',
        'ny city' => 'new york',
        'st pete' => 'st petersburg',
    ];

    private static ?self $shipped = null;

    /** @var array<string, string> offset to text */
    private array $blocks = [];

    /**
     * @param  resource  $file
     * @param  Index  $index
     * @param  list<Place>  $more
     */
    private function __construct(
        private $file,
        private readonly int $start,
        private readonly array $index,
        private readonly array $more = [],
    ) {}

    public static function shipped(): self
    {
        if (self::$shipped === null) {
            $file = fopen(self::FILE, 'rb');
            if ($file === false) {
                throw new \RuntimeException('The directory of places is not there.');
            }
            /** @var Index $index */
            $index = json_decode((string) fgets($file), true, flags: JSON_THROW_ON_ERROR);
            self::$shipped = new self($file, (int) ftell($file), $index);
        }

        return self::$shipped;
    }

    /** With places that the directory does not have: cities that share a code with another, or a world that is made up. */
    public function with(Place ...$more): self
    {
        return new self($this->file, $this->start, $this->index, [...$this->more, ...array_values($more)]);
    }

    /** @return array{source: string, published: string, places: int} where it is from, the day of that, and how many codes it has */
    public function about(): array
    {
        return array_intersect_key($this->index, ['source' => 1, 'published' => 1, 'places' => 1]);
    }

    /** @param  string  $postalCode  with or without what follows the five digits, or the first three of a Canadian code */
    public function of(string $postalCode): ?Place
    {
        $isZip = ctype_digit($postalCode[0] ?? '');
        $code = strtoupper(substr($postalCode, 0, $isZip ? 5 : 3));
        $more = array_values(array_filter($this->more, static fn(Place $place): bool => $place->code === $code));
        $line = $this->line('codes', $isZip ? substr($code, 0, 3) : substr($code, 0, 1), $code);
        if ($line === null) {
            return $more === [] ? null : new Place($code, $more[0]->city, $more[0]->state, $more[0]->at, array_column($more, 'city'));
        }
        [, $city, $state, $latitude, $longitude] = explode("\t", $line);

        return new Place(
            $code,
            $city,
            $state,
            (float) $latitude === 0.0 ? null : [(float) $latitude, (float) $longitude],
            array_column($more, 'city'),
        );
    }

    /** @return list<string> the ZIP codes of a city, however its name is spelled; none if the state has no such city */
    public function codes(string $city, string $state): array
    {
        $codes = [];
        foreach ($this->more as $place) {
            if ($place->state === $state && self::isSameCity($place->city, $city)) {
                $codes[] = $place->code;
            }
        }
        foreach (self::spellings($city) as $spelling) {
            $line = $this->line('cities', $state, $spelling);
            if ($line !== null) {
                return [...$codes, ...explode(' ', explode("\t", $line)[2])];
            }
        }

        return $codes;
    }

    public static function isSameCity(string $one, string $other): bool
    {
        // "O'Fallon" is "O Fallon" in the directory, and "De Kalb" "DeKalb".
        return str_replace(' ', '', self::short($one)) === str_replace(' ', '', self::short($other));
    }

    private static function short(string $city): string
    {
        $words = Fold::words($city);

        return self::CALLED[$words] ??
            implode(' ', array_map(static fn(string $word): string => self::SHORT[$word] ?? $word, explode(' ', $words)));
    }

    /** @return list<string> folded: as it is written, and with the words that can be short or long the other way */
    private static function spellings(string $city): array
    {
        $long = array_flip(self::SPELLINGS);
        $short = self::short($city);

        return array_values(
            array_unique([
                Fold::words($city),
                implode(' ', array_map(static fn(string $word): string => $long[$word] ?? $word, explode(' ', $short))),
                $short,
                Fold::words(str_replace(["'", "\u{2019}"], ' ', $city)),
            ]),
        );
    }

    private function line(string $kind, string $block, string $key): ?string
    {
        $text = $this->block($kind, $block);
        $at = $key === '' ? false : strpos($text, "\n{$key}\t");

        return $at === false ? null : substr($text, $at + 1, (int) strpos($text, "\n", $at + 1) - $at - 1);
    }

    private function block(string $kind, string $name): string
    {
        $place = $this->index[$kind][$name] ?? null;
        if ($place === null) {
            return '';
        }
        if (!isset($this->blocks["{$kind} {$name}"])) {
            if (count($this->blocks) >= self::KEPT) {
                unset($this->blocks[array_key_first($this->blocks)]);
            }
            fseek($this->file, $this->start + $place[0]);
            $this->blocks["{$kind} {$name}"] = "\n" . fread($this->file, max(1, $place[1]));
        }

        return $this->blocks["{$kind} {$name}"];
    }
}
