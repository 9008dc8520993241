<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** How far two records agree in a field. */
enum Level: string
{
    case Same = 'same';
    /** The same in another form: Bob and Robert, 05-03 and 03-05. */
    case Form = 'form';
    /** But for a slip. */
    case Alike = 'alike';
    /** No more than a part of it: an initial, the postal code, the name before the @. */
    case Near = 'near';
    /** Some words of it, and others besides in both. */
    case Part = 'part';
    /** The first name of one is the middle name of the other; of two in a household, one has the same first name. */
    case Middle = 'middle';
    case Differs = 'differs';
    /** One of them says nothing: that is evidence of nothing. */
    case Blank = 'blank';
}
