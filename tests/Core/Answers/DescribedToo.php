<?php

declare(strict_types=1);

namespace Tests\Core\Answers;

/** @phpstan-type Book array{pages: int} */
final class DescribedToo {}
