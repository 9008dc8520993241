<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Intakes\Http\Requests\TemplateRequest;
use App\Intakes\Sources\TemplateFile;
use App\Support\Http\Controller;
use PineSieve\Core\Columns\Template;
use PineSieve\Core\Standards\FieldCatalog;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** A sheet to fill in, with the columns that one chooses. */
final class TemplateController extends Controller
{
    public function __invoke(TemplateRequest $request, FieldCatalog $catalog, TemplateFile $file): StreamedResponse
    {
        $data = $request->validated();
        $template = Template::of($catalog, array_values($data['fields']), array_map(intval(...), $data['repeat'] ?? []));
        if ($data['format'] === 'csv') {
            return response()->streamDownload(
                static function () use ($file, $template): void {
                    $stream = fopen('php://output', 'w');
                    $file->csv($template, $stream === false ? throw new \LogicException('No output.') : $stream);
                },
                'template.csv',
                ['Content-Type' => 'text/csv; charset=UTF-8'],
            );
        }
        $path = (string) tempnam(sys_get_temp_dir(), 'template');
        $file->xlsx($template, $path);

        return response()->streamDownload(
            static function () use ($path): void {
                readfile($path);
                @unlink($path);
            },
            'template.xlsx',
            ['Content-Type' => 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'],
        );
    }
}
