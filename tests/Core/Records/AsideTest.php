<?php

declare(strict_types=1);

namespace Tests\Core\Records;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Records\Aside;

final class AsideTest extends TestCase
{
    #[TestWith(['Deceased', Aside::Dead])]
    #[TestWith(['Deceased 3/2026', Aside::Dead])]
    #[TestWith(['DECEASED - per daughter', Aside::Dead])]
    #[TestWith(['passed away in May 2025', Aside::Dead])]
    #[TestWith(['Donor is deceased', Aside::Dead])]
    #[TestWith(["dec'd", Aside::Dead])]
    #[TestWith(['R.I.P.', Aside::Dead])]
    #[TestWith(['Deceased husband was on the board', null])]
    #[TestWith(['Died of laughter at the gala', null])]
    #[TestWith(['Deadline is in May', null])]
    #[TestWith(['December', null])]
    #[TestWith(['DO NOT MAIL', Aside::Refused])]
    #[TestWith(["please don't call!", Aside::Refused])]
    #[TestWith(['No solicitations.', Aside::Refused])]
    #[TestWith(['DNM', Aside::Refused])]
    #[TestWith(['opted out 2/1/2025', Aside::Refused])]
    #[TestWith(['Remove from all mailing lists', Aside::Refused])]
    #[TestWith(['Do not bend', null])]
    #[TestWith(['No', null])]
    #[TestWith(['No contact with her brother', null])]
    #[TestWith(['Not mailed yet', null])]
    #[TestWith(['Moved?', Aside::Unreached])]
    #[TestWith(['moved to Ohio', Aside::Unreached])]
    #[TestWith(['Returned mail 4/2025', Aside::Unreached])]
    #[TestWith(['bad address', Aside::Unreached])]
    #[TestWith(['moves to AZ in Nov', null])]
    #[TestWith(['Old address book', null])]
    #[TestWith(['Returned', null])]
    #[TestWith(['Moved the motion', null])]
    #[TestWith(['', null])]
    public function test_what_is_said_by_the_way(string $written, ?Aside $aside): void
    {
        self::assertSame($aside, Aside::of($written));
    }

    #[TestWith(['Remarks', true])]
    #[TestWith(['Status of letter', true])]
    #[TestWith(['Contact preference', true])]
    #[TestWith(['Emergency contact', false])]
    #[TestWith(['Spouse status', false])]
    #[TestWith(['In memory of', false])]
    #[TestWith(['Pet', false])]
    public function test_a_column_may_speak_of_another(string $header, bool $mayBe): void
    {
        self::assertSame($mayBe, Aside::mayBeIn($header));
    }
}
