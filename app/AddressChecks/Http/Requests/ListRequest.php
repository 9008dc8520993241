<?php

declare(strict_types=1);

namespace App\AddressChecks\Http\Requests;

use Illuminate\Http\UploadedFile;

/** A list of addresses, handed in as a file. */
final class ListRequest extends ChecksAddresses
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [];
    }

    public function list(): UploadedFile
    {
        $file = $this->file('file');
        if (!($file instanceof UploadedFile)) {
            abort(422, 'No file arrived. Choose one and try again.');
        }
        abort_unless($file->isValid(), 422, 'The file did not arrive whole. Nothing was kept of it.');

        return $file;
    }
}
