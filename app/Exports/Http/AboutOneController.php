<?php

declare(strict_types=1);

namespace App\Exports\Http;

use App\Accounts\Audit;
use App\Exports\AboutOne;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Controller;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** All that is kept about one person, for them. */
final class AboutOneController extends Controller
{
    public function show(Supporter $supporter, AboutOne $about): BinaryFileResponse
    {
        $this->authorize('administer');
        $path = (string) tempnam(sys_get_temp_dir(), 'about');
        $about->write($supporter->id, $supporter->display_name, FieldAccess::ofUser(), $path);
        Audit::note(Audit::EXPORT, "Took all that is kept about supporter {$supporter->id}");

        return response()
            ->download($path, "supporter-{$supporter->id}.zip")
            ->deleteFileAfterSend();
    }
}
