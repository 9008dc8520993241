<?php

declare(strict_types=1);

namespace PineSieve\Core\Findings;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\Steps\Blank;
use PineSieve\Core\Columns\Steps\CasingStep;
use PineSieve\Core\Columns\Steps\LastBehind;
use PineSieve\Core\Columns\Steps\Mend;
use PineSieve\Core\Columns\Steps\Pad;
use PineSieve\Core\Columns\Steps\People;
use PineSieve\Core\Columns\Steps\ReadDate;
use PineSieve\Core\Columns\Steps\ReadNumber;
use PineSieve\Core\Columns\Steps\Split;
use PineSieve\Core\Columns\Steps\Step;
use PineSieve\Core\Columns\Steps\Trim;
use PineSieve\Core\Columns\Steps\Turn;
use PineSieve\Core\Columns\ValueMark;

/** What can be wrong with a file, and what helps. */
enum FindingKind: string
{
    // Of the sheet and its rows.
    case TitleAbove = 'above';
    case NoHeader = 'no header';
    case BlankHeader = 'blank header';
    case SameHeader = 'same header';
    case SecondHeader = 'second header';
    case HeaderAgain = 'header';
    case Totals = 'total';
    case Sections = 'section';
    case Headings = 'heading';
    case EmptyRows = 'empty';
    case EmptyColumns = 'empty column';
    case WideRows = 'wide';
    case CutAmounts = 'cut amount';
    case NarrowRows = 'narrow';
    case HiddenRows = 'hidden row';
    case StruckRows = 'struck row';
    case Struck = 'struck';
    case CellNotes = 'cell note';
    case HiddenColumns = 'hidden column';
    case Merged = 'merged';
    case Dittos = 'ditto';
    case Formulas = 'formula';
    case Errors = 'placeholder error';
    case GuessedEncoding = 'guessed encoding';
    case OtherEncoding = 'other encoding';
    case StrayBytes = 'stray bytes';
    case OpenQuotes = 'open quote';
    // Of the values of columns.
    case Decoding = 'decoding';
    case WebCodes = 'web codes';
    case LostLetters = 'lost letters';
    case Invisible = 'invisible';
    case Blanks = 'blanks';
    case Breaks = 'breaks';
    case Placeholders = 'placeholder word';
    case Tests = 'placeholder test';
    case FillerNumbers = 'placeholder number';
    case FillerDates = 'placeholder date';
    case Scientific = 'placeholder scientific';
    case Capitals = 'capitals';
    case SmallLetters = 'small';
    case LastFirst = 'last, first';
    case LastAhead = 'last first';
    case TurnedNames = 'turned name';
    case OneWord = 'one word';
    case OddNames = 'odd name';
    case TwoPeople = 'two people';
    case TwoEmails = 'two emails';
    case TwoPhones = 'two phones';
    case OddDomains = 'odd domain';
    case Lists = 'list';
    case LostZeros = 'four digits';
    case SerialDates = 'serial';
    case MixedDates = 'mixed dates';
    case Currency = 'currency';
    case Parentheses = 'parentheses';
    case DecimalCommas = 'decimal comma';
    case Negative = 'negative';
    case NotPaid = 'not paid';

    /** What was found, for the head of a list: "Line breaks within cells". */
    public function title(): string
    {
        return match ($this) {
            self::TitleAbove => 'Rows above the header',
            self::NoHeader => 'No row names the columns',
            self::BlankHeader => 'Columns without a header',
            self::SameHeader => 'Headers that occur more than once',
            self::SecondHeader => 'A second row of headers',
            self::HeaderAgain => 'The header again, in the middle of the file',
            self::Totals => 'Rows of totals or footers',
            self::Sections => 'Rows with nothing but a heading',
            self::Headings => 'Headings that the rows below them belong to',
            self::EmptyRows => 'Empty rows',
            self::EmptyColumns => 'Columns without any value',
            self::WideRows => 'Rows with more cells than the header',
            self::CutAmounts => 'Amounts that were cut at their comma',
            self::NarrowRows => 'Rows with fewer cells than the header',
            self::HiddenRows => 'Rows that the spreadsheet hides',
            self::StruckRows => 'Rows that are struck through',
            self::Struck => 'Cells that are struck through',
            self::CellNotes => 'Notes that hang on cells',
            self::HiddenColumns => 'Columns that the spreadsheet hides',
            self::Merged => 'Merged cells',
            self::Dittos => 'Ditto marks, for the value of the row above',
            self::Formulas => 'Cells that a formula works out',
            self::Errors => 'Errors of the spreadsheet, such as #REF!',
            self::GuessedEncoding => 'Letters in an encoding of other computers',
            self::OtherEncoding => 'Letters that make no sense in this encoding',
            self::OpenQuotes => 'Quotation marks that are not closed',
            self::StrayBytes => 'Letters in another encoding than the rest',
            self::Decoding => 'Letters that were decoded wrongly',
            self::WebCodes => 'Codes of web pages, such as &amp; or <br>',
            self::LostLetters => 'Letters that are lost, or were decoded wrongly',
            self::Invisible => 'No-break and invisible blanks',
            self::Blanks => 'Blanks at the ends, or several in a row',
            self::Breaks => 'Line breaks within cells',
            self::Placeholders => 'Placeholders such as "n/a", "none", "-"',
            self::Tests => 'Test values',
            self::FillerNumbers => 'Filler numbers such as 999-999-9999',
            self::FillerDates => 'Filler dates such as 1/1/1900',
            self::Scientific => 'Numbers in scientific notation',
            self::Capitals => 'Names all in capitals',
            self::SmallLetters => 'Names all in small letters',
            self::LastFirst => 'Names as "Last, First"',
            self::LastAhead => 'Names that seem to have the last name first',
            self::TurnedNames => 'Names that seem to have the last name first, among others',
            self::OneWord => 'Names of one word, among others',
            self::OddNames => 'Names that may be read wrongly',
            self::TwoPeople => 'Two people in a cell',
            self::TwoEmails => 'Several emails in a cell',
            self::TwoPhones => 'Several telephone numbers in a cell',
            self::OddDomains => 'Emails whose ending may be a slip, such as "gmial.com"',
            self::Lists => 'Lists in a cell',
            self::LostZeros => 'ZIP codes without their leading zero',
            self::SerialDates => 'Dates as the serial numbers of a spreadsheet',
            self::MixedDates => 'Dates in two orders',
            self::Currency => 'Amounts with currency signs',
            self::Parentheses => 'Amounts in parentheses: less than zero',
            self::DecimalCommas => 'Amounts with a decimal comma',
            self::Negative => 'Amounts less than zero',
            self::NotPaid => 'Gifts whose payment may not have come, or went back',
        };
    }

    /** What helps, as the label of a button; '' if nothing needs to be done or only a person can. */
    public function remedy(): string
    {
        return match ($this) {
            self::SecondHeader => 'Leave this row out',
            self::HeaderAgain, self::Totals, self::Sections, self::HiddenRows, self::StruckRows => 'Leave these rows out',
            self::HiddenColumns => 'Leave these columns behind',
            self::Merged => 'Fill every cell of a range',
            self::Dittos => 'Fill them from the row above',
            self::Headings => 'Give them a column of their own',
            self::NoHeader,
            self::TitleAbove,
            self::BlankHeader,
            self::SameHeader,
            self::EmptyRows,
            self::EmptyColumns,
            self::WideRows,
            self::CutAmounts,
            self::NarrowRows,
            self::Formulas,
            self::MixedDates,
            self::Negative,
            self::NotPaid,
            self::TurnedNames,
            self::OneWord,
            self::OddNames,
            self::OddDomains,
            self::Struck,
            self::CellNotes,
            self::GuessedEncoding,
            self::OtherEncoding,
            self::StrayBytes,
            self::OpenQuotes,
            self::LostLetters
                => '',
            self::Currency, self::Parentheses, self::DecimalCommas => 'Read them as plain amounts',
            default => $this->step()?->label() ?? '',
        };
    }

    /** Whether only a person can say if the remedy is one: what a spreadsheet hides may be wanted, and a name alone in its row may be someone. */
    public function isForAPerson(): bool
    {
        return in_array(
            $this,
            [
                self::HiddenRows,
                self::StruckRows,
                self::HiddenColumns,
                self::Merged,
                self::Dittos,
                self::Sections,
                self::Headings,
                self::LastAhead,
            ],
            true,
        );
    }

    /** What there is to know where no remedy is needed. */
    public function note(): string
    {
        return match ($this) {
            self::TitleAbove => 'They are not brought in. Choose another header row if one of them is it.',
            self::NoHeader => 'The first row is read as data. Choose the header row if there is one.',
            self::BlankHeader, self::SameHeader => 'They got names by their place, so that each can be told from the others.',
            self::EmptyRows => 'They are left out.',
            self::EmptyColumns => 'They are left behind.',
            self::WideRows => 'The cells beyond the header got columns of their own: look whether a separator stands unquoted in a value.',
            self::CutAmounts => 'The file has no quotation marks around them; the two cells are one again. Look whether they are right.',
            self::NarrowRows => 'The missing cells are blank.',
            self::Headings => 'Each row gets the heading that it stands below: choose in the columns what that is, a fund or a group.',
            self::Dittos => 'They stand for another value only if the rows still have the order in which they were written.',
            self::Formulas => 'The results that the spreadsheet had when it was saved are used.',
            self::MixedDates
                => 'Some can only be month first, some only day first: choose the order in the column; rows that contradict it are held.',
            self::Currency
                => 'Another currency than yours is held: where the signs tell it, give the column the field "Gift currency" too.',
            self::Negative => 'Money that goes back: these rows are held as refunds; the checks can leave them out.',
            self::NotPaid => 'They come in as gifts all the same: leave such rows out by a condition on this column.',
            self::Struck => 'They come in as if they were not. Correct the rows in which they stand, or leave those out.',
            self::CellNotes => 'They stay behind. What of them is wanted can be written into a column.',
            self::GuessedEncoding => 'They make sense so. If they are wrong, choose another encoding above.',
            self::OtherEncoding => 'Choose another encoding above: what is read now would come in as it stands here.',
            self::OpenQuotes => 'The line is read to its end, and the next one is a row of its own. Look at these cells.',
            self::StrayBytes => 'They are read as Windows-1252; a letter that was cut in half is lost. Look at these cells.',
            self::LostLetters
                => 'If another encoding, chosen above, does not bring them back, get the file once more from where it came, as UTF-8 or as a workbook.',
            self::TurnedNames,
            self::OneWord,
            self::OddNames
                => 'They are read as well as can be: look at what each becomes. What is wrong can be put right in the file, or in the record.',
            self::TwoEmails, self::TwoPhones => 'Each becomes one of its own. What is written beside one goes to the notes.',
            self::LastAhead => 'They are read with the first name first. Where a file has them the other way round, the whole column has.',
            self::OddDomains => 'They come in as they are written. What is wrong can be put right in the checks.',
            self::Scientific => 'Such ids have lost their last digits for good: get them again from the old system.',
            default => '',
        };
    }

    /** The step that helps in a column, or in any if none is given; null if the remedy is another. */
    public function step(?ColumnProfile $profile = null): ?Step
    {
        return match ($this) {
            self::Decoding, self::WebCodes => new Mend(),
            self::Invisible, self::Blanks, self::Breaks => new Trim(),
            self::Placeholders => new Blank(['word']),
            self::Tests => new Blank(['test']),
            self::FillerNumbers => new Blank(['number']),
            self::FillerDates => new Blank(['date']),
            self::Scientific => new Blank(['scientific']),
            self::Errors => new Blank(['error']),
            self::Capitals, self::SmallLetters => new CasingStep('name'),
            self::LastFirst => new Turn(),
            self::LastAhead => new LastBehind(),
            self::TwoPeople => new People(),
            self::Lists => new Split(),
            self::LostZeros => new Pad(5),
            self::SerialDates => new ReadDate(serial: true),
            // One column is written one way: its signs and its decimal mark need the same step.
            self::Currency, self::Parentheses, self::DecimalCommas => new ReadNumber($profile?->decimalMark() ?? '.'),
            default => null,
        };
    }

    /** The kind of row that the remedy leaves out; null if it is another remedy. */
    public function rows(): ?string
    {
        return match ($this) {
            self::SecondHeader => 'second header',
            self::HeaderAgain => 'header',
            self::Totals => 'total',
            self::Sections => 'section',
            self::HiddenRows => 'hidden',
            self::StruckRows => 'struck',
            default => null,
        };
    }

    public function mark(): ?ValueMark
    {
        return ValueMark::tryFrom($this->value);
    }

    /** @param  ?string  $field key in the catalog of what the column becomes, without whose and which one; null if it becomes nothing */
    public function concerns(?string $field): bool
    {
        $isName = $field !== null && (str_starts_with($field, 'name.') || $field === 'organization.name');

        return match ($this) {
            self::Capitals, self::SmallLetters => $isName && !in_array($field, ['name.title', 'name.suffix', 'name.middle'], true),
            self::LastFirst, self::LastAhead, self::TurnedNames, self::OneWord, self::OddNames => $field === 'name.full',
            self::TwoPeople => $field === 'name.full' || $field === 'name.first',
            self::TwoEmails, self::OddDomains => $field === 'email',
            self::TwoPhones => $field === 'phone',
            self::Lists => in_array($field, ['groups', 'tags'], true) || str_starts_with((string) $field, 'custom.'),
            self::LostZeros => $field === 'address.postal_code',
            self::SerialDates, self::MixedDates, self::FillerDates => in_array($field, ['gift.date', 'first_known', 'birth_date'], true),
            self::Currency, self::Parentheses, self::DecimalCommas, self::Negative => $field === 'gift.amount',
            self::Breaks => $field !== null && !in_array($field, ['address.block', 'notes', 'gift.notes'], true),
            // The column itself becomes nothing: what it says would be lost.
            self::NotPaid => $field === null,
            // A name whose letters are lost is not even known for a name.
            self::Scientific, self::Decoding, self::WebCodes, self::LostLetters => true,
            self::FillerNumbers => $field !== null && $field !== 'gift.amount',
            default => $field !== null,
        };
    }
}
