<?php

declare(strict_types=1);

namespace PineSieve\Core\Mailings;

/** A sheet of labels as it is sold, in points (1/72 of an inch) from its upper left corner. */
enum LabelSheet: string
{
    case Letter30 = 'letter 30';
    case Letter20 = 'letter 20';
    case Letter10 = 'letter 10';
    case A4Of21 = 'A4 21';

    public function words(): string
    {
        return match ($this) {
            self::Letter30 => '30 on a sheet, 1 by 2 5/8 inches (Letter)',
            self::Letter20 => '20 on a sheet, 1 by 4 inches (Letter)',
            self::Letter10 => '10 on a sheet, 2 by 4 inches (Letter)',
            self::A4Of21 => '21 on a sheet, 38.1 by 63.5 mm (A4)',
        };
    }

    public function paper(): string
    {
        return $this === self::A4Of21 ? 'a4' : 'letter';
    }

    /** @return array{columns: int, rows: int, width: float, height: float, left: float, top: float, across: float, down: float} how many, how large, where the first is, and from one to the next */
    public function layout(): array
    {
        [$columns, $rows, $width, $height, $left, $top, $across, $down] = match ($this) {
            self::Letter30 => [3, 10, 189.0, 72.0, 13.5, 36.0, 198.0, 72.0],
            self::Letter20 => [2, 10, 288.0, 72.0, 11.25, 36.0, 301.5, 72.0],
            self::Letter10 => [2, 5, 288.0, 144.0, 11.25, 36.0, 301.5, 144.0],
            self::A4Of21 => [3, 7, 180.0, 108.0, 20.4, 43.0, 187.2, 108.0],
        };

        return compact('columns', 'rows', 'width', 'height', 'left', 'top', 'across', 'down');
    }
}
