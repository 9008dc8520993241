<?php

declare(strict_types=1);

namespace App\Connections;

use App\Support\Destination;
use App\Support\UnusableDestination;
use GuzzleHttp\Psr7\Uri;
use GuzzleHttp\Psr7\UriResolver;
use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Response;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Sleep;
use PineSieve\Core\Connections\ConnectionForm;
use PineSieve\Core\Connections\Page;
use PineSieve\Core\Connections\Paging;
use PineSieve\Core\Connections\UnreadableAnswer;

/**
 * Asks another system for its list, page after page. It is called at public addresses alone, its key goes to no other host, it is not
 * followed elsewhere, and its answers have a limit of size and time. What is busy or broken is asked again, a few times.
 */
final class Fetching
{
    private const CONNECT_SECONDS = 5;

    private const SECONDS = 30;

    /** Bytes of one answer. */
    private const LARGEST = 16 * 1024 * 1024;

    /** How often a page is asked for again. */
    private const TRIES = 4;

    /** Seconds, at most, that a system which is busy is waited for. */
    private const PATIENCE = 60;

    /** Pages of one pull: beyond them the list has no end. */
    private const MOST = 20_000;

    /**
     * @param  ?string  $since  ISO 8601 with offset; null for no beginning
     * @param  ?string  $until  day (ISO 8601); null for no end
     * @return iterable<int, Page>
     *
     * @throws CannotFetch
     */
    public function pages(Connection $connection, ?string $since, ?string $until): iterable
    {
        $form = $connection->settings();
        $address = self::asked($form, $since, $until);
        $seen = [];
        for ($number = 1; $number <= self::MOST; $number++) {
            $page = $this->page($form, (string) $connection->key, self::numbered($form, $address, $number));
            $print = hash('xxh128', serialize($page->records));
            if ($page->records !== [] && isset($seen[$print])) {
                throw new CannotFetch("Page {$number} is page {$seen[$print]} once more: its list can't be told from one without an end.");
            }
            $seen[$print] = $number;
            yield $number => $page;
            $next = self::next($form, $address, $page);
            if ($next === null) {
                return;
            }
            $address = $next;
        }
        throw new CannotFetch('Its list has more than ' . number_format(self::MOST) . ' pages.');
    }

    /**
     * The first page, to be looked at.
     *
     * @throws CannotFetch
     */
    public function first(ConnectionForm $form, string $key): Page
    {
        return $this->page($form, $key, self::numbered($form, self::asked($form, null, null), 1));
    }

    /** @throws CannotFetch */
    private function page(ConnectionForm $form, string $key, string $address): Page
    {
        for ($try = 1; ; $try++) {
            [$says, $wait] = ['', 0];
            try {
                $response = self::answer($form, $key, $address);
                $says = self::refused($response);
                if ($says === '') {
                    return Page::read($form, self::body($response), (string) $response->header('Link'));
                }
                $wait = max($try, (int) $response->header('Retry-After'));
            } catch (ConnectionException) {
                $says = 'It does not answer.';
            } catch (UnreadableAnswer $error) {
                $says = "Its answer can't be read. {$error->getMessage()}";
            } catch (UnusableDestination $error) {
                throw new CannotFetch($error->getMessage());
            }
            if ($try >= self::TRIES || $wait > self::PATIENCE) {
                throw new CannotFetch($says . ($wait > self::PATIENCE ? " It asks to wait {$wait} seconds." : ''));
            }
            Sleep::for(max($wait, $try))->seconds();
        }
    }

    /** @throws ConnectionException|UnusableDestination */
    private static function answer(ConnectionForm $form, string $key, string $address): Response
    {
        $to = Destination::of($address, config('sieve.notice_hosts'));
        $client = Http::timeout(self::SECONDS)
            ->connectTimeout(self::CONNECT_SECONDS)
            ->withoutRedirecting()
            ->withOptions([...$to->options(), 'stream' => true, 'read_timeout' => self::SECONDS])
            ->acceptJson();
        if ($key !== '') {
            $client->withHeaders([$form->keyHeader => trim("{$form->keyBefore} {$key}")]);
        }

        return $client->get($to->url);
    }

    /**
     * @return string why it is none; '' if it is an answer
     *
     * @throws CannotFetch if to ask again is of no use
     */
    private static function refused(Response $response): string
    {
        $status = $response->status();

        return match (true) {
            $status === 429 => 'It is asked too often.',
            $response->serverError() => "It is out of order ({$status}).",
            in_array($status, [401, 403], true) => throw new CannotFetch(
                "It does not take the key ({$status}). See whether it has expired.",
            ),
            $response->redirect() => throw new CannotFetch(
                "It sends elsewhere ({$status}), and is not followed. Write the address where it is now.",
            ),
            !$response->successful() => throw new CannotFetch("It refuses the question ({$status})."),
            default => '',
        };
    }

    /** @throws CannotFetch|UnreadableAnswer */
    private static function body(Response $response): string
    {
        $stream = $response->toPsrResponse()->getBody();
        $body = '';
        $until = microtime(true) + self::SECONDS;
        while (!$stream->eof()) {
            $body .= $stream->read(1 << 16);
            if (strlen($body) > self::LARGEST) {
                throw new CannotFetch('One answer is longer than ' . self::LARGEST / 1024 / 1024 . ' MB. Ask for fewer at a time.');
            }
            if (microtime(true) > $until) {
                throw new UnreadableAnswer('It does not come to an end.');
            }
        }

        return $body;
    }

    private static function asked(ConnectionForm $form, ?string $since, ?string $until): string
    {
        $uri = new Uri($form->address);
        $parameters = array_filter(
            [
                $form->sizeParameter => (string) $form->size,
                $form->sinceParameter => (string) $since,
                $form->untilParameter => (string) $until,
            ],
            static fn(string $value, string $name): bool => $name !== '' && $value !== '',
            ARRAY_FILTER_USE_BOTH,
        );

        return (string) Uri::withQueryValues($uri, $parameters);
    }

    private static function numbered(ConnectionForm $form, string $address, int $number): string
    {
        return $form->paging === Paging::Page
            ? (string) Uri::withQueryValue(new Uri($address), $form->pageParameter, (string) $number)
            : $address;
    }

    /**
     * @return ?string what is asked next; null at the end of the list
     *
     * @throws CannotFetch
     */
    private static function next(ConnectionForm $form, string $address, Page $page): ?string
    {
        if ($form->paging === Paging::Page) {
            return $page->records === [] ? null : $address;
        }
        if ($page->next === '') {
            return null;
        }
        $uri = new Uri($address);
        if ($form->paging === Paging::Cursor) {
            return (string) Uri::withQueryValue($uri, $form->pageParameter, $page->next);
        }
        $next = UriResolver::resolve($uri, new Uri($page->next));
        if ([$next->getScheme(), $next->getHost(), $next->getPort()] !== [$uri->getScheme(), $uri->getHost(), $uri->getPort()]) {
            throw new CannotFetch("Its next page lies on another host, {$next->getHost()}, to which the key is not given.");
        }

        return (string) $next;
    }
}
