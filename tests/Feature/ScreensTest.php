<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Support\Http\Answers;
use Illuminate\Routing\Route;
use ReflectionMethod;
use Symfony\Component\Finder\Finder;

/** A screen names the answer that it gets: the type that the action of that path answers with, and no other. */
final class ScreensTest extends TestCase
{
    private const ASKS = '/api\.(get|post|put|patch|delete)<([\w<>\[\]\' ]+)>\(\s*([\'`])([^\'`]*)\3/';

    /** Asked where the path is made elsewhere, or by whoever uses it. */
    private const OF_ANY_PATH = ['shared/useMore.ts', 'shared/useSearch.ts', 'supporters/Notes.tsx'];

    public function test_every_screen_asks_for_the_type_that_it_is_answered_with(): void
    {
        $asked = 0;
        $wrong = [];
        foreach (
            Finder::create()
                ->files()
                ->in(base_path('web/src'))
                ->name(['*.ts', '*.tsx'])
                ->notPath(self::OF_ANY_PATH)
            as $file
        ) {
            preg_match_all(self::ASKS, $file->getContents(), $found, PREG_SET_ORDER);
            $names = self::otherNames($file->getContents());
            foreach ($found as [, $method, $type, , $path]) {
                $of = '\$\{(?:[^{}]|\{[^{}]*\})*\}';
                // What stands behind a word is what is asked for, behind a stroke a part of the path.
                $path = explode('?', preg_replace(["/(?<=\w){$of}$/", "/{$of}/"], ['', '1'], $path) ?? '')[0];
                $answers = $this->answers(strtoupper($method), $path);
                $asked++;
                if (!in_array($names[$type] ?? $type, $answers, true)) {
                    $wrong[] = "{$file->getRelativePathname()}: {$method} {$path} is {$type}, answered with " . implode(' or ', $answers);
                }
            }
        }

        self::assertSame([], $wrong);
        self::assertGreaterThan(200, $asked);
    }

    /** @return list<string> types that the action of a path answers with; of all that a path with a word left open may be */
    private function answers(string $method, string $path): array
    {
        $routes = array_filter(
            app('router')->getRoutes()->getRoutes(),
            static fn(Route $route): bool => in_array($method, $route->methods(), true),
        );
        $open = static fn(string $uri): string => '#^' . preg_replace('/\\\\\{\w+\\\\\}|\b1\b/', '[^/]+', preg_quote($uri, '#')) . '$#D';
        $meant = array_filter($routes, static fn(Route $route): bool => preg_match($open($route->uri()), "api/{$path}") === 1);
        // A route without a parameter goes before one that would take its last word for a parameter.
        usort($meant, static fn(Route $one, Route $other): int => count($one->parameterNames()) <=> count($other->parameterNames()));
        $meant =
            $meant === []
                ? array_filter($routes, static fn(Route $route): bool => preg_match($open("api/{$path}"), $route->uri()) === 1)
                : [$meant[0]];
        self::assertNotSame([], $meant, "A route takes {$method} {$path}.");
        $types = [];
        foreach ($meant as $route) {
            [$class, $action] = explode('@', $route->getActionName()) + [1 => '__invoke'];
            foreach ((new ReflectionMethod($class, $action))->getAttributes(Answers::class) as $attribute) {
                $types[] = $attribute->newInstance()->type;
            }
        }

        return $types;
    }

    /** @return array<string, string> what a file calls a type to its name in api/answers.ts */
    private static function otherNames(string $code): array
    {
        $others = [];
        foreach (Finder::create()->files()->in(base_path('web/src'))->name('types.ts') as $file) {
            preg_match_all('/^export type (\w+) = (\w+);$/m', $file->getContents(), $found, PREG_SET_ORDER);
            $others += array_column($found, 2, 1);
        }
        preg_match_all('/\b(\w+) as (\w+)\b/', $code, $found, PREG_SET_ORDER);

        return array_column($found, 1, 2) + $others;
    }
}
