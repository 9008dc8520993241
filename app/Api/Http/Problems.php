<?php

declare(strict_types=1);

namespace App\Api\Http;

use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** What went wrong, as other programs read it (RFC 9457, Problem Details for HTTP APIs). */
final class Problems
{
    public function handle(Request $request, Closure $next): Response
    {
        // Whatever is asked for in the header, errors are told and not shown.
        $request->headers->set('Accept', 'application/json');
        $response = $next($request);
        if ($response->getStatusCode() < 400) {
            return $response;
        }
        $said = $response instanceof JsonResponse ? (array) $response->getData(true) : [];
        $problem = [
            'type' => 'about:blank',
            'title' => Response::$statusTexts[$response->getStatusCode()] ?? 'Error',
            'status' => $response->getStatusCode(),
            'detail' => is_string($said['message'] ?? null) ? $said['message'] : '',
            ...isset($said['errors']) ? ['errors' => $said['errors']] : [],
        ];

        return response()
            ->json($problem, $response->getStatusCode())
            ->withHeaders(array_diff_key($response->headers->all(), ['content-type' => 1, 'content-length' => 1]))
            ->header('Content-Type', 'application/problem+json');
    }
}
