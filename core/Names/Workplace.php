<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;

/** What forms are answered with where they ask for an employer. */
final class Workplace
{
    /** Folded; of those who have none, or are their own. */
    private const NONE = [
        'retired' => 1,
        'semi retired' => 1,
        'retiree' => 1,
        'ret' => 1,
        'self' => 1,
        'self employed' => 1,
        'selfemployed' => 1,
        'myself' => 1,
        'freelance' => 1,
        'freelancer' => 1,
        'independent' => 1,
        'unemployed' => 1,
        'not employed' => 1,
        'not working' => 1,
        'between jobs' => 1,
        'no employer' => 1,
        'none retired' => 1,
        'homemaker' => 1,
        'housewife' => 1,
        'stay at home mom' => 1,
        'stay at home dad' => 1,
        'stay at home parent' => 1,
        'at home' => 1,
        'home' => 1,
        'student' => 1,
        'disabled' => 1,
        'volunteer' => 1,
        'deceased' => 1,
        'information requested' => 1,
        'requested' => 1,
        'refused' => 1,
        'same' => 1,
    ];

    private function __construct() {}

    /** Whether it names no organization that someone could be at: "Retired", "Self-employed". */
    public static function isNone(string $written): bool
    {
        return isset(self::NONE[Fold::words($written)]);
    }
}
