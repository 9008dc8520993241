<?php

declare(strict_types=1);

namespace PineSieve\Core\Mailings;

/** Who gets one piece of a mailing together. */
enum Per: string
{
    /** Everyone one of their own. */
    case Supporter = 'supporter';
    /** Couples and households one together; what one of them refused, holds for all. */
    case Household = 'household';
    /** All who live behind one door one together. */
    case Address = 'address';
}
