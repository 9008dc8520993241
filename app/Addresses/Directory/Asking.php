<?php

declare(strict_types=1);

namespace App\Addresses\Directory;

use Closure;
use Generator;
use Illuminate\Support\Sleep;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\NoAnswer;
use PineSieve\Core\Addresses\Directory\PostalDirectory;
use PineSieve\Core\Addresses\Directory\Reply;
use SplQueue;

/** Asks the postal directory, patiently: again if it is busy or broken, later each time, and no faster than the settings allow. */
final readonly class Asking
{
    private const TRIES = 4;

    private const LONGEST_WAIT = 30;

    /** Questions on their way at once: one is answered and one waits there while we work on the answer to a third. */
    private const TOGETHER = 3;

    public function __construct(private PostalDirectory $directory, private DirectorySettings $settings, private KeptAnswers $kept) {}

    /** How many addresses go into one question. */
    public function most(): int
    {
        return $this->directory->most();
    }

    /**
     * Asks one question after the other: several at once as long as all is well and the settings name no pace. What is answered is kept
     * before anything else happens.
     *
     * @param  Generator<mixed, array<string, Address>>  $questions  addresses by their key, at most most() in each
     * @return Generator<array<string, Address>, Reply>  what was asked, and the answers by key; those that are missing were left out twice
     *
     * @throws NoAnswer once there is no use in asking again now
     */
    public function each(Generator $questions): Generator
    {
        /** @var SplQueue<array{array<string, Address>, float, Closure(): Reply}> $sent */
        $sent = new SplQueue();
        $together = 1;
        while ($questions->valid() || !$sent->isEmpty()) {
            if ($questions->valid() && count($sent) < $together) {
                $asked = $questions->current();
                $sent->enqueue([$asked, microtime(true), $this->directory->ask($asked)]);
                $questions->next();

                continue;
            }
            [$asked, $began, $waiting] = $sent->dequeue();
            try {
                $reply = $waiting();
                $together = $this->settings->rate > 0 ? 1 : self::TOGETHER;
            } catch (NoAnswer $error) {
                $together = 1;
                $reply = $this->again($asked, $error);
            }
            yield $asked => $this->kept($asked, $reply);
            $this->keepPace(count($asked), microtime(true) - $began);
        }
    }

    /**
     * What was left out is asked once more.
     *
     * @param  array<string, Address>  $asked
     *
     * @throws NoAnswer
     */
    private function kept(array $asked, Reply $reply): Reply
    {
        $this->kept->keep($reply->answers, $reply->edition);
        $left = array_diff_key($asked, $reply->answers);
        if ($left === [] || $reply->answers === []) {
            return $reply;
        }
        try {
            $more = $this->directory->ask($left)();
        } catch (NoAnswer $error) {
            $more = $this->again($left, $error);
        }
        $this->kept->keep($more->answers, $more->edition);

        return $reply->with($more);
    }

    /**
     * @param  array<string, Address>  $asked
     * @param  NoAnswer  $error  that the last time ended with
     *
     * @throws NoAnswer
     */
    private function again(array $asked, NoAnswer $error): Reply
    {
        for ($try = 1; $error->waitSeconds !== null && $try < self::TRIES; $try++) {
            Sleep::for(min(self::LONGEST_WAIT, $error->waitSeconds * 2 ** ($try - 1)))->seconds();
            try {
                return $this->directory->ask($asked)();
            } catch (NoAnswer $next) {
                $error = $next;
            }
        }
        throw $error;
    }

    private function keepPace(int $asked, float $seconds): void
    {
        $rest = $this->settings->rate > 0 ? $asked / $this->settings->rate - $seconds : 0.0;
        if ($rest > 0) {
            Sleep::for((int) ($rest * 1_000_000))->microseconds();
        }
    }
}
