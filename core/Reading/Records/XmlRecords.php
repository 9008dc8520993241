<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Records;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SheetMarks;

/** Records in XML, whatever their elements are called: those that repeat below the root, with their attributes and what stands in them. */
final class XmlRecords implements ListReader
{
    /** Bytes of a file, which is held whole. */
    private const LARGEST = 24 << 20;

    /** @param  ?string  $list  name of the elements to read, where several repeat */
    public function __construct(private readonly string $path, private readonly ?string $list = null) {}

    public function marks(): SheetMarks
    {
        return new SheetMarks();
    }

    public function lists(): array
    {
        return array_map(strval(...), array_keys(RecordLists::of($this->root())));
    }

    public function rows(): iterable
    {
        $records = RecordLists::chosen($this->root(), $this->list);
        yield from NamedColumns::rows(static function () use ($records): iterable {
            foreach ($records as $i => $record) {
                yield $i + 1 => NestedRecord::flat($record);
            }
        });
    }

    /**
     * @return array<array-key, mixed>
     *
     * @throws CannotRead if it is damaged, larger than allowed, or declares types of its own
     */
    private function root(): array
    {
        if (filesize($this->path) > self::LARGEST) {
            throw CannotRead::tooLarge('an XML file has ' . number_format(self::LARGEST >> 20) . ' MB at most');
        }
        $text = (string) file_get_contents($this->path);
        if (stripos($text, '<!DOCTYPE') !== false) {
            throw CannotRead::brokenXml('it declares document types');
        }
        libxml_use_internal_errors(true);
        $document = new \DOMDocument();
        $isRead = $document->loadXML($text, LIBXML_NONET | LIBXML_COMPACT);
        $error = libxml_get_errors()[0] ?? null;
        libxml_clear_errors();
        if (!$isRead || $document->documentElement === null) {
            throw CannotRead::brokenXml($error === null ? 'it is not well formed' : trim($error->message) . ", line {$error->line}");
        }
        return self::parts($document->documentElement);
    }

    /** @return array<array-key, mixed>|string text, a list of what repeats, or parts by name */
    private static function value(\DOMElement $element): array|string
    {
        $children = array_values(
            array_filter(iterator_to_array($element->childNodes, false), static fn(\DOMNode $child): bool => $child instanceof \DOMElement),
        );
        $parts = self::parts($element);
        if ($children === [] && array_diff(array_keys($parts), ['']) === []) {
            return is_string($parts[''] ?? '') ? $parts[''] ?? '' : '';
        }
        $names = array_values(array_unique(array_map(static fn(\DOMElement $child): string => (string) $child->localName, $children)));
        // <tags><tag>a</tag><tag>b</tag></tags>; in the next record there may be one.
        $isList =
            count($names) === 1 &&
            count($parts) === 1 &&
            (count($children) > 1 || preg_match("/^{$names[0]}(?:e?s|_?list)$/iD", (string) $element->localName) === 1);

        return $isList ? array_map(self::value(...), $children) : $parts;
    }

    /** @return array<array-key, mixed> attributes and elements by name, several of one name as a list, and '' for text beside them */
    private static function parts(\DOMElement $element): array
    {
        [$parts, $text] = [[], ''];
        foreach ($element->attributes as $attribute) {
            $parts[(string) $attribute->localName][] = (string) $attribute->nodeValue;
        }
        foreach ($element->childNodes as $child) {
            if ($child instanceof \DOMElement) {
                $parts[(string) $child->localName][] = self::value($child);
            } elseif ($child instanceof \DOMText) {
                $text .= $child->nodeValue;
            }
        }
        $text = trim($text);

        return [
            ...$text === '' ? [] : ['' => $text],
            ...array_map(static fn(array $values): mixed => count($values) === 1 ? $values[0] : $values, $parts),
        ];
    }
}
