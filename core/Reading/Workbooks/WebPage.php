<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\Sheets;

/** A page of HTML with tables, as many programs write it under the name .xls. A table that holds other tables is but their frame. */
final readonly class WebPage implements Sheets
{
    /** Bytes of a file, which is held whole. */
    private const LARGEST = 24 << 20;

    /** @param  non-empty-array<string, list<\DOMElement>>  $tables  name to rows */
    private function __construct(private array $tables) {}

    /** @throws CannotRead if it has no table, or is larger than allowed */
    public static function open(string $path): self
    {
        if (filesize($path) > self::LARGEST) {
            throw CannotRead::tooLarge('a web page has ' . number_format(self::LARGEST >> 20) . ' MB at most');
        }
        libxml_use_internal_errors(true);
        $document = new \DOMDocument();
        $document->loadHTML(
            '<?xml encoding="UTF-8">' . self::text((string) file_get_contents($path)),
            LIBXML_NONET | LIBXML_COMPACT | LIBXML_PARSEHUGE,
        );
        libxml_clear_errors();
        /** @var array<string, list<\DOMElement>> $tables */
        $tables = [];
        $path = new \DOMXPath($document);
        foreach (self::found($path, '//table[not(.//table)]') as $table) {
            $rows = self::found($path, './/tr', $table);
            if ($rows !== []) {
                $tables['Table ' . (count($tables) + 1)] = $rows;
            }
        }
        // The largest comes first: above it there may be a table with a title, or the date.
        uasort($tables, static fn(array $a, array $b): int => count($b) <=> count($a));

        return $tables === [] ? throw CannotRead::noTable() : new self($tables);
    }

    public function sheets(): array
    {
        return array_keys($this->tables);
    }

    public function sheet(string $name, bool $fillMerged = false): WebTableReader
    {
        return new WebTableReader($this->tables[$name] ?? throw CannotRead::noSuchSheet($name, $this->sheets()), $fillMerged);
    }

    /** @return list<\DOMElement> by a query, whose list does not change and so is walked through once */
    private static function found(\DOMXPath $path, string $query, ?\DOMElement $within = null): array
    {
        $elements = [];
        $found = $path->query($query, $within);
        foreach ($found === false ? [] : $found as $node) {
            if ($node instanceof \DOMElement) {
                $elements[] = $node;
            }
        }

        return $elements;
    }

    /** @return string the page in UTF-8, in whatever encoding it says that it is, or is seen to be */
    private static function text(string $page): string
    {
        if (str_starts_with($page, "\xFF\xFE") || str_starts_with($page, "\xFE\xFF")) {
            return mb_convert_encoding($page, 'UTF-8', 'UTF-16');
        }
        $page = str_starts_with($page, "\xEF\xBB\xBF") ? substr($page, 3) : $page;
        $said = preg_match('/<meta[^>]+charset=["\']?([\w-]+)/i', substr($page, 0, 4096), $found) === 1 ? strtolower($found[1]) : '';
        // Pages say that they are UTF-8 when they are not, and nothing at all.
        if (!mb_check_encoding($page, 'UTF-8')) {
            $isSaid = !in_array($said, ['', 'utf-8', 'us-ascii', 'iso-8859-1'], true);
            $decoded = $isSaid ? @iconv($said, 'UTF-8', $page) : false;
            $page = $decoded === false ? mb_convert_encoding($page, 'UTF-8', 'windows-1252') : $decoded;
        }

        return (string) preg_replace('/<meta[^>]+charset[^>]*>/i', '', $page);
    }
}
