<?php

declare(strict_types=1);

namespace Tests\Core\Answers;

use PineSieve\Core\Names\SupporterKind;

/**
 * @phpstan-type Book array{
 *     id: int,
 *     kind: value-of<SupporterKind>,
 *     share: float,
 *     tags: list<string>,
 *     by_name: array<string, float>,
 *     pair: array{string, int},
 *     note?: string,
 *     next?: Book|null,
 * }
 * @phpstan-type Label array{id: int, ...<string, string|int>}
 * @phpstan-type Tag array{id: int, ...}
 * @phpstan-type Shelf array{books: list<Book>, sort: 'name'|'age'}
 */
final class Described {}
