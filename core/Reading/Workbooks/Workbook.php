<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\Sheets;

/** An Office Open XML workbook (ECMA-376), opened for reading. */
final readonly class Workbook implements Sheets
{
    private const RELATIONS = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';

    /** Bytes of a part that is read whole: the list of sheets, and where they are. */
    private const PART_LENGTH = 4_000_000;

    /**
     * @param  non-empty-array<string, string>  $parts  sheet name to the path of its part, in the workbook's order
     */
    private function __construct(
        private string $path,
        private array $parts,
        private CellStyles $styles,
        private bool $epoch1904,
        private bool $hasSharedStrings,
    ) {}

    /** @throws CannotRead */
    public static function open(string $path): self
    {
        $zip = new \ZipArchive();
        if ($zip->open($path, \ZipArchive::RDONLY) !== true) {
            throw CannotRead::brokenWorkbook('it is not a complete zip archive');
        }
        try {
            ZipLimits::check($zip);
            $book = self::document($zip, 'xl/workbook.xml') ?? throw CannotRead::brokenWorkbook('it has no list of sheets');
            $targets = [];
            foreach (self::elements(self::document($zip, 'xl/_rels/workbook.xml.rels'), 'Relationship') as $relation) {
                $targets[$relation->getAttribute('Id')] = ltrim($relation->getAttribute('Target'), '/');
            }
            $parts = [];
            foreach (self::elements($book, 'sheet') as $sheet) {
                $target = $targets[$sheet->getAttributeNS(self::RELATIONS, 'id')] ?? '';
                $part = str_starts_with($target, 'xl/') ? $target : 'xl/' . $target;
                if ($zip->locateName($part) !== false && str_contains($part, 'worksheets/')) {
                    $parts[$sheet->getAttribute('name')] = $part;
                }
            }
            if ($parts === []) {
                throw CannotRead::brokenWorkbook('it has no worksheet');
            }
            $epoch = self::elements($book, 'workbookPr')[0] ?? null;

            return new self(
                $path,
                $parts,
                $zip->locateName(CellStyles::PART) === false ? CellStyles::none() : CellStyles::read($path),
                in_array($epoch?->getAttribute('date1904'), ['1', 'true'], true),
                $zip->locateName('xl/sharedStrings.xml') !== false,
            );
        } finally {
            $zip->close();
        }
    }

    public function sheets(): array
    {
        return array_map(strval(...), array_keys($this->parts));
    }

    /**
     * @return string path of the sheet within the workbook
     *
     * @throws CannotRead if there is no such sheet
     */
    public function part(string $sheet): string
    {
        return $this->parts[$sheet] ?? throw CannotRead::noSuchSheet($sheet, $this->sheets());
    }

    public function sheet(string $name, bool $fillMerged = false): SheetReader
    {
        return new SheetReader($this->path, $this->part($name), $this->styles, $this->epoch1904, $this->hasSharedStrings, $fillMerged);
    }

    private static function document(\ZipArchive $zip, string $name): ?\DOMDocument
    {
        if ($zip->locateName($name) === false) {
            return null;
        }
        $text = (string) $zip->getFromName($name, self::PART_LENGTH + 1);
        if (strlen($text) > self::PART_LENGTH) {
            throw CannotRead::brokenWorkbook("its part {$name} is far too long");
        }
        if (stripos($text, '<!DOCTYPE') !== false) {
            throw CannotRead::brokenWorkbook('it declares document types');
        }
        $document = new \DOMDocument();
        libxml_use_internal_errors(true);
        if ($text === '' || !$document->loadXML($text, LIBXML_NONET)) {
            throw CannotRead::brokenWorkbook("its part {$name} is not well formed");
        }

        return $document;
    }

    /** @return list<\DOMElement> whatever prefix the writer gave its namespaces */
    private static function elements(?\DOMNode $within, string $name): array
    {
        if (!($within instanceof \DOMDocument) && !($within instanceof \DOMElement)) {
            return [];
        }
        $elements = [];
        foreach ($within->getElementsByTagNameNS('*', $name) as $element) {
            $elements[] = $element;
        }

        return $elements;
    }
}
