<?php

declare(strict_types=1);

namespace App\Support\Http;

use Attribute;

/**
 * What an action of a controller answers: a type that a class describes with @phpstan-type. PHPStan holds the code against it,
 * the feature tests hold real answers against it, and `bin/types` makes the types of the screens of it.
 */
#[Attribute(Attribute::TARGET_METHOD)]
final readonly class Answers
{
    /**
     * @param  class-string  $class  that describes the type
     * @param  string  $type  its name there, and on the screens
     */
    public function __construct(public string $class, public string $type) {}
}
