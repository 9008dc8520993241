<?php

declare(strict_types=1);

namespace PineSieve\Core;

/** The family of everything that the core throws on purpose. Its messages are written for the person at the screen. */
abstract class SieveException extends \RuntimeException {}
