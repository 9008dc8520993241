<?php

declare(strict_types=1);

namespace App\Exports\Http\Requests;

/** A file that is made now. */
final class ExportRequest extends AsksForExport {}
