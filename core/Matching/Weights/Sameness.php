<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

/** What two records can be to each other. */
enum Sameness: string
{
    /** One person. */
    case Match = 'match';
    /** Two who live together and have first names of their own: spouses, brothers and sisters, twins. They share a last name, an address, a phone, at times an email. */
    case Home = 'home';
    /** Two of one home who have one name: father and son. */
    case Namesake = 'namesake';
    /** Two who have nothing to do with each other. */
    case Chance = 'chance';
}
