<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/** Whether someone may be written to or called, and since when. "No" is stronger than "yes": what is dropped here is a wish that someone had. */
final class Consents
{
    /** Column of the supporter to the column of its date. */
    public const DATES = [
        'consent_mail' => 'consent_mail_on',
        'consent_email' => 'consent_email_on',
        'consent_phone' => 'consent_phone_on',
    ];

    private function __construct() {}

    /**
     * What of a row's consents is written: a refusal always, unless an agreement is dated later. An agreement fills a blank;
     * over a refusal it comes in only if it is dated later than that, or if someone chose so.
     *
     * @param  array<string, string>  $incoming  column of the supporter to its value
     * @param  bool  $fills  whether the row may fill what is blank
     * @param  bool  $overrides  whether a person chose that agreements take the place of refusals
     * @return array<string, string> column to its value; '' where a date goes with the consent that it was of
     */
    public static function taken(array $incoming, SupporterRecord $stored, bool $fills, bool $overrides): array
    {
        $taken = [];
        foreach (self::DATES as $column => $dated) {
            [$new, $on] = [$incoming[$column] ?? '', $incoming[$dated] ?? ''];
            [$old, $since] = [$stored->field($column), $stored->field($dated)];
            $isLater = $on !== '' && $since !== '' && $on > $since;
            $takes = match (true) {
                $new === '' => false,
                $new === $old => $on !== '' && ($since === '' || $isLater) && ($fills || $new === 'no'),
                $new === 'no' => $old === '' || $on === '' || $since === '' || $on >= $since,
                $old === '' => $fills,
                default => $overrides || ($isLater && $fills),
            };
            if ($takes) {
                $taken[$column] = $new;
                $taken[$dated] = $on;
            }
        }

        return $taken;
    }

    /**
     * What is said of two together holds for each of them, beside what is said of each: a refusal of either stands.
     *
     * @param  array<string, string>  $own  columns of the one
     * @param  array<string, string>  $shared  columns of the other, of whom the row is
     * @return array<string, string> consents of the one
     */
    public static function shared(array $own, array $shared): array
    {
        $both = [];
        foreach (self::DATES as $column => $dated) {
            $from = ($own[$column] ?? '') === '' || (($shared[$column] ?? '') === 'no' && $own[$column] !== 'no') ? $shared : $own;
            if (($from[$column] ?? '') !== '') {
                $both[$column] = $from[$column];
                $both += ($from[$dated] ?? '') === '' ? [] : [$dated => $from[$dated]];
            }
        }

        return $both;
    }
}
