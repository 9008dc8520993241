<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;

/**
 * A part of a zip archive as a stream of XML. It ends where its root is closed and nowhere else:
 * libxml stops at an error as it does at the end, so a reader that only asks whether there is more would lose the rest unseen.
 */
final class XmlPart extends \XMLReader
{
    /** Bytes that a cell can hold: spreadsheet programs keep 32,767 characters at most. */
    public const CELL_LENGTH = 1_000_000;

    private bool $began = false;

    private string $part = '';

    /** @throws CannotRead if the archive has no such part */
    public static function in(string $path, string $part): self
    {
        libxml_use_internal_errors(true);
        libxml_clear_errors();
        $xml = new self();
        $xml->part = $part;
        // A stream that is not there is told of by a warning besides.
        // @phpstan-ignore staticMethod.dynamicCall (called statically it would make a plain XMLReader)
        if (!@$xml->open("zip://{$path}#{$part}", null, LIBXML_NONET | LIBXML_COMPACT)) {
            throw CannotRead::brokenWorkbook("its part {$part} is missing");
        }

        return $xml;
    }

    /** @throws CannotRead if the file is not there */
    public static function file(string $path): self
    {
        libxml_use_internal_errors(true);
        libxml_clear_errors();
        $xml = new self();
        $xml->part = 'XML';
        // @phpstan-ignore staticMethod.dynamicCall (called statically it would make a plain XMLReader)
        if (!@$xml->open($path, null, LIBXML_NONET | LIBXML_COMPACT)) {
            throw CannotRead::missing($path);
        }

        return $xml;
    }

    /** @throws CannotRead where it is not well formed, or ends before its root does */
    public function read(): bool
    {
        if (@parent::read()) {
            $this->began = true;
            if ($this->nodeType === self::DOC_TYPE) {
                throw CannotRead::brokenWorkbook('it declares document types');
            }

            return true;
        }
        $errors = array_filter(libxml_get_errors(), static fn(\LibXMLError $error): bool => $error->level >= LIBXML_ERR_ERROR);
        libxml_clear_errors();
        // At its end a reader stands at no node.
        if ($errors !== [] || !$this->began || $this->nodeType !== self::NONE) {
            throw CannotRead::brokenWorkbook("its part {$this->part} ends in the middle or is not well formed");
        }

        return false;
    }
}
