<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceReader;

/** Reads one table of a web page. */
final class WebTableReader implements SourceReader
{
    private const MOST_COLUMNS = 2000;

    private SheetMarks $marks;

    /** @param  list<\DOMElement>  $rows */
    public function __construct(private readonly array $rows, private readonly bool $fillMerged)
    {
        $this->marks = new SheetMarks();
    }

    public function marks(): SheetMarks
    {
        return $this->marks;
    }

    public function rows(): iterable
    {
        $this->marks = new SheetMarks();
        /** @var array<int, array{int, string}> $below column to how many rows a cell goes on, and its value */
        $below = [];
        foreach ($this->rows as $i => $row) {
            $cells = [];
            foreach ($row->childNodes as $cell) {
                if (!($cell instanceof \DOMElement) || !in_array($cell->nodeName, ['td', 'th'], true)) {
                    continue;
                }
                $this->passBelow($cells, $below);
                $text = self::text($cell);
                [$across, $down] = [self::span($cell, 'colspan'), self::span($cell, 'rowspan')];
                if ($across * $down > 1) {
                    $column = count($cells);
                    $this->marks->merge(
                        SheetMarks::reference($i + 1, $column) . ':' . SheetMarks::reference($i + $down, $column + $across - 1),
                    );
                }
                for ($n = 0; $n < $across; $n++) {
                    $value = $n === 0 || $this->fillMerged ? $text : '';
                    if ($down > 1) {
                        $below[count($cells)] = [$down - 1, $this->fillMerged ? $value : ''];
                    }
                    $cells[] = $value;
                }
            }
            $this->passBelow($cells, $below);
            if (implode('', $cells) !== '') {
                yield $i + 1 => $cells;
            }
        }
    }

    /**
     * Where cells of rows above go on, there is no cell in this one.
     *
     * @param  list<string>  $cells
     * @param  array<int, array{int, string}>  $below
     */
    private function passBelow(array &$cells, array &$below): void
    {
        while (isset($below[count($cells)])) {
            $column = count($cells);
            [$left, $value] = $below[$column];
            $cells[] = $value;
            if ($left > 1) {
                $below[$column] = [$left - 1, $value];
            } else {
                unset($below[$column]);
            }
        }
    }

    private static function span(\DOMElement $cell, string $attribute): int
    {
        return min(self::MOST_COLUMNS, max(1, (int) $cell->getAttribute($attribute)));
    }

    /** What is shown: blanks of the source are one, and a line ends where the page says so. */
    private static function text(\DOMNode $node): string
    {
        $text = self::raw($node);

        return trim((string) preg_replace('/ *\n */', "\n", (string) preg_replace('/[^\S\n]+/u', ' ', $text)));
    }

    private static function raw(\DOMNode $node): string
    {
        $text = '';
        foreach ($node->childNodes as $child) {
            $text .= match (true) {
                $child instanceof \DOMText => (string) preg_replace('/\s+/u', ' ', (string) $child->nodeValue),
                $child->nodeName === 'br' => "\n",
                in_array($child->nodeName, ['script', 'style'], true), $child instanceof \DOMComment => '',
                in_array($child->nodeName, ['p', 'div', 'li'], true) => self::raw($child) . "\n",
                default => self::raw($child),
            };
        }

        return $text;
    }
}
