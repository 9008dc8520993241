<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** What a reader can notice beside the text of a cell. Values are those of findings. */
enum SheetMark: string
{
    case Formula = 'formula';
    case Merged = 'merged';
    case Struck = 'struck';
    case Note = 'cell note';
    case GuessedEncoding = 'guessed encoding';
    case OtherEncoding = 'other encoding';
    case StrayBytes = 'stray bytes';
    case OpenQuote = 'open quote';
}
