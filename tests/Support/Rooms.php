<?php

declare(strict_types=1);

namespace Tests\Support;

use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;
use SplFileInfo;

/** The rooms of one part of the house, and which others each of them uses. */
final readonly class Rooms
{
    /** @param  array<string, array<string, list<string>>>  $uses  room to the rooms that it uses, each with the files that do */
    private function __construct(private array $uses) {}

    /** Folders of PHP: a class is used by its name in full, imported or written out. */
    public static function ofPhp(string $folder, string $namespace): self
    {
        $uses = [];
        foreach (self::files($folder, 'php') as $path => $file) {
            $room = self::room($path);
            $uses[$room] ??= [];
            preg_match_all(
                '~\\\\?' . preg_quote($namespace, '~') . '\\\\(\w+)\\\\\w~',
                (string) preg_replace('~^namespace .*~m', '', (string) file_get_contents($file)),
                $found,
            );
            foreach (array_unique($found[1]) as $other) {
                if ($other !== $room) {
                    $uses[$room][$other][] = $path;
                }
            }
        }

        return new self($uses);
    }

    /** Folders of screens: a module is used by the path that it is imported from. */
    public static function ofScreens(string $folder): self
    {
        $uses = [];
        foreach (self::files($folder, 'ts|tsx') as $path => $file) {
            $room = self::room($path);
            $uses[$room] ??= [];
            preg_match_all('~from \'(\.[^\']+)\'~', (string) file_get_contents($file), $found);
            foreach ($found[1] as $import) {
                $other = self::room(self::resolved(dirname($path) . "/{$import}") . '.ts');
                if ($other !== $room) {
                    $uses[$room][$other][] = $path;
                }
            }
        }

        return new self($uses);
    }

    /** @return array<string, list<string>> room to the rooms that it uses, both in the order of the alphabet */
    public function arrows(): array
    {
        $arrows = array_map(static function (array $others): array {
            $names = array_keys($others);
            sort($names);

            return $names;
        }, $this->uses);
        ksort($arrows);

        return $arrows;
    }

    /** @return list<string> the files of a room that use another */
    public function between(string $room, string $other): array
    {
        return array_values(array_unique($this->uses[$room][$other] ?? []));
    }

    /** @return list<list<string>> rooms each of which reaches all others of its circle */
    public function circles(): array
    {
        $reaches = [];
        foreach (array_keys($this->uses) as $room) {
            $reaches[$room] = $this->reached($room);
        }
        $circles = [];
        foreach ($reaches as $room => $others) {
            if (isset($others[$room])) {
                $circle = array_keys(
                    array_filter($others, static fn(string $other): bool => isset($reaches[$other][$room]), ARRAY_FILTER_USE_KEY),
                );
                sort($circle);
                $circles[implode(' ', $circle)] = $circle;
            }
        }

        return array_values($circles);
    }

    /** @return array<string, true> */
    private function reached(string $from): array
    {
        $reached = [];
        for ($open = array_keys($this->uses[$from]); $open !== []; ) {
            $room = array_pop($open);
            if (!isset($reached[$room])) {
                $reached[$room] = true;
                array_push($open, ...array_keys($this->uses[$room] ?? []));
            }
        }

        return $reached;
    }

    /** @return iterable<string, string> path below the folder to the whole path */
    private static function files(string $folder, string $endings): iterable
    {
        /** @var SplFileInfo $file */
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, RecursiveDirectoryIterator::SKIP_DOTS)) as $file) {
            if (preg_match("~\.({$endings})$~D", $file->getFilename()) === 1) {
                yield substr($file->getPathname(), strlen($folder) + 1) => $file->getPathname();
            }
        }
    }

    /** The folder that a file lies in; files beside the folders are the door of the house, which uses all of them. */
    private static function room(string $path): string
    {
        return str_contains($path, '/') ? strstr($path, '/', true) : '(door)';
    }

    private static function resolved(string $path): string
    {
        $parts = [];
        foreach (explode('/', $path) as $part) {
            if ($part === '..') {
                array_pop($parts);
            } elseif ($part !== '.' && $part !== '') {
                $parts[] = $part;
            }
        }

        return implode('/', $parts);
    }
}
