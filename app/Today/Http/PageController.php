<?php

declare(strict_types=1);

namespace App\Today\Http;

use Illuminate\Http\Response;

/** The one page that the front end lives in, as the build left it. */
final class PageController
{
    public function __invoke(): Response
    {
        $page = @file_get_contents(public_path('build/index.html'));
        abort_if($page === false, 503, 'The front end is not built. Run bin/start.');

        return response($page)->header('Cache-Control', 'no-cache');
    }
}
