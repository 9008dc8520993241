<?php

declare(strict_types=1);

namespace App\Standards;

/** The standards are others now: what was worked out by the old ones is worked out anew. Dispatched once they are in force. */
final readonly class StandardsChanged {}
