<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Records;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceReader;
use Sabre\VObject\Component\VCard;
use Sabre\VObject\Parameter;
use Sabre\VObject\ParseException;
use Sabre\VObject\Parser\Parser;
use Sabre\VObject\Property;
use Sabre\VObject\Splitter\VCard as Splitter;

/** Contact cards: vCard 3 (RFC 2426) and 4 (RFC 6350), several in a file. Each card is a row, each property a column. */
final class VCardReader implements SourceReader
{
    private const KINDS = [
        'home' => 'home',
        'work' => 'work',
        'cell' => 'mobile',
        'mobile' => 'mobile',
        'fax' => 'fax',
        'pager' => 'pager',
    ];

    private const NAME = ['Last name', 'First name', 'Middle name', 'Title', 'Suffix'];

    /** Parts of ADR by their place: RFC 6350, 6.3.1. */
    private const ADDRESS = ['PO box', 'Address line 2', 'Address line 1', 'City', 'State', 'Postal code', 'Country'];

    private const PLAIN = [
        'FN' => 'Full name',
        'NICKNAME' => 'Nickname',
        'TITLE' => 'Job title',
        'ROLE' => 'Role',
        'BDAY' => 'Birth date',
        'NOTE' => 'Notes',
        'URL' => 'Website',
        'UID' => 'Card id',
        'CATEGORIES' => 'Groups',
        'KIND' => 'Kind of card',
        'ANNIVERSARY' => 'Anniversary',
        'X-ANNIVERSARY' => 'Anniversary',
        'X-SPOUSE' => 'Spouse',
        'X-MAIDENNAME' => 'Maiden name',
        // RFC 6474.
        'DEATHDATE' => 'Date of death',
        'GENDER' => 'Gender',
        'REV' => 'Card changed',
    ];

    public function __construct(private readonly string $path) {}

    public function marks(): SheetMarks
    {
        return new SheetMarks();
    }

    public function rows(): iterable
    {
        yield from NamedColumns::rows($this->records(...));
    }

    /** @return iterable<int, array<string, string>> */
    private function records(): iterable
    {
        $stream = @fopen($this->path, 'r');
        if ($stream === false) {
            throw CannotRead::missing($this->path);
        }
        $number = 0;
        try {
            $stream = self::withLinesWhole($stream);
            $splitter = new Splitter($stream, Parser::OPTION_FORGIVING);
            while (($card = $splitter->getNext()) instanceof VCard) {
                yield ++$number => self::record($card);
                // The parser links a card with its properties in circles.
                $card->destroy();
            }
        } catch (ParseException $error) {
            throw CannotRead::brokenCard($number + 1, $error->getMessage());
        } finally {
            if (is_resource($stream)) {
                fclose($stream);
            }
        }
    }

    /**
     * Of cards that write letters as codes (vCard 2.1, quoted-printable), a line that ends in "=" goes on in the next, blanks and all.
     *
     * @param  resource  $stream
     * @return resource
     */
    private static function withLinesWhole($stream)
    {
        $whole = fopen('php://temp', 'r+');
        if ($whole === false) {
            throw new \LogicException('No temporary stream.');
        }
        $isCoded = false;
        while (($line = fgets($stream)) !== false) {
            $isCoded = $isCoded || preg_match('/^[^:]*QUOTED-PRINTABLE[^:]*:/i', $line) === 1;
            $goesOn = $isCoded && preg_match('/=\r?\n$/D', $line) === 1;
            fwrite($whole, $goesOn ? (string) preg_replace('/=\r?\n$/D', '', $line) : $line);
            $isCoded = $goesOn;
        }
        rewind($whole);
        fclose($stream);

        return $whole;
    }

    /** @return array<string, string> */
    private static function record(VCard $card): array
    {
        $record = [];
        $add = static function (string $name, string $value) use (&$record): void {
            if ($value !== '') {
                $place = $name;
                for ($i = 2; isset($record[$place]); $i++) {
                    $place = preg_replace('/^(.*?)( \(.+\))?$/', "\$1 {$i}\$2", $name) ?? $name;
                }
                $record[$place] = $value;
            }
        };
        foreach ($card->children() as $property) {
            if (!($property instanceof Property)) {
                continue;
            }
            $parts = array_map(self::text(...), $property->getParts());
            $kind = self::kind($property, self::label($property, $card));
            match ($property->name) {
                'N' => array_map(
                    $add,
                    self::NAME,
                    [...array_slice($parts, 0, 3), ...array_slice(array_pad($parts, 5, ''), 3, 2)] + array_fill(0, 5, ''),
                ),
                'ADR' => array_map(
                    static fn(string $label, string $part) => $add($label . $kind, $part),
                    self::ADDRESS,
                    array_slice(array_pad($parts, 7, ''), 0, 7),
                ),
                'EMAIL' => $add('Email' . $kind, implode(', ', $parts)),
                'TEL' => $add(
                    'Phone' . $kind,
                    (string) preg_replace(['/^tel:/i', '/;ext=(\d+)(?:;.*)?$/i'], ['', ' x$1'], implode(', ', $parts)),
                ),
                'RELATED', 'X-ABRELATEDNAMES' => self::isText($parts[0] ?? '')
                    ? $add(self::relation($property, $card), implode('; ', $parts))
                    : null,
                'ORG' => array_map(
                    static fn(string $part, int $i) => $add($i === 0 ? 'Organization' : 'Department', $part),
                    $parts,
                    array_keys($parts),
                ),
                // A group without members is a family that has one card.
                'KIND' => $add(
                    self::PLAIN['KIND'],
                    strtolower($parts[0] ?? '') === 'group' && $card->select('MEMBER') === [] ? 'household' : $parts[0] ?? '',
                ),
                default => isset(self::PLAIN[$property->name]) ? $add(self::PLAIN[$property->name], implode('; ', $parts)) : null,
            };
        }

        return $record;
    }

    /** What a property of a group is called, as address books write it beside: "item1.X-ABLabel:_$!<Spouse>!$_". */
    private static function label(Property $property, VCard $card): string
    {
        foreach ($property->group === null ? [] : $card->children() as $other) {
            if ($other instanceof Property && $other->group === $property->group && strcasecmp($other->name, 'X-ABLABEL') === 0) {
                return trim((string) preg_replace('/^_\$!<|>!\$_$/', '', $other->getValue()));
            }
        }

        return '';
    }

    /** Who a related person is; a card that is pointed to is not here. */
    private static function relation(Property $property, VCard $card): string
    {
        $type = $property['TYPE'];
        $said =
            self::label($property, $card) !== ''
                ? self::label($property, $card)
                : ($type instanceof Parameter
                    ? (string) $type->getValue()
                    : '');

        return match (strtolower($said)) {
            'spouse', 'wife', 'husband', 'partner' => 'Spouse',
            'child', 'son', 'daughter' => 'Child',
            default => $said === '' ? 'Related' : "Related ({$said})",
        };
    }

    private static function isText(string $related): bool
    {
        return preg_match('/^(?:urn|https?|mailto):/i', $related) !== 1;
    }

    /** " (work)"; '' if the card does not say. */
    private static function kind(Property $property, string $label): string
    {
        $found = preg_match('/fax/i', $label) === 1 ? ['fax' => 'fax'] : [];
        $types = $property['TYPE'];
        foreach ($types instanceof Parameter ? explode(',', strtolower((string) $types->getValue())) : [] as $type) {
            $kind = self::KINDS[trim($type)] ?? null;
            if ($kind !== null) {
                $found[$kind] = $kind;
            }
        }
        // "cell" and "fax" say more than where the telephone is.
        $kind = $found['mobile'] ?? ($found['fax'] ?? ($found['pager'] ?? ($found['work'] ?? ($found['home'] ?? ''))));

        return $kind === '' ? '' : " ({$kind})";
    }

    private static function text(mixed $part): string
    {
        if (is_array($part)) {
            return implode(', ', array_map(self::text(...), $part));
        }
        $text = is_string($part) ? $part : '';

        return mb_check_encoding($text, 'UTF-8') ? $text : mb_convert_encoding($text, 'UTF-8', 'Windows-1252');
    }
}
