<?php

declare(strict_types=1);

namespace PineSieve\Cli;

/** What a command has to say. */
interface Report
{
    /** @return array<array-key, mixed> */
    public function data(): array;

    public function text(): string;
}
