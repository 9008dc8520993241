<?php

declare(strict_types=1);

namespace App\Addresses\Directory;

use Illuminate\Support\Sleep;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\NoAnswer;
use PineSieve\Core\Addresses\Directory\PostalDirectory;
use PineSieve\Core\Addresses\Directory\Reply;

/** Asks the postal directory, patiently: again if it is busy or broken, later each time, and no faster than the settings allow. */
final readonly class Asking
{
    private const TRIES = 4;

    private const LONGEST_WAIT = 30;

    public function __construct(private PostalDirectory $directory, private DirectorySettings $settings, private KeptAnswers $kept) {}

    /** How many addresses go into one question. */
    public function most(): int
    {
        return $this->directory->most();
    }

    /**
     * One question. What it answers is kept before anything else happens.
     *
     * @param  array<string, Address>  $addresses  by their key, at most most()
     * @return Reply  with the answers by key; those that are missing were left out twice
     *
     * @throws NoAnswer once there is no use in asking again now
     */
    public function ask(array $addresses): Reply
    {
        $began = microtime(true);
        $reply = $this->patiently($addresses);
        $this->kept->keep($reply->answers, $reply->edition);
        $left = array_diff_key($addresses, $reply->answers);
        if ($left !== [] && $reply->answers !== []) {
            $more = $this->patiently($left);
            $this->kept->keep($more->answers, $more->edition);
            $reply = $reply->with($more);
        }
        $this->keepPace(count($addresses), microtime(true) - $began);

        return $reply;
    }

    /** @param  array<string, Address>  $addresses */
    private function patiently(array $addresses): Reply
    {
        for ($try = 1; ; $try++) {
            try {
                return $this->directory->verify($addresses);
            } catch (NoAnswer $error) {
                if ($error->waitSeconds === null || $try === self::TRIES) {
                    throw $error;
                }
                Sleep::for(min(self::LONGEST_WAIT, $error->waitSeconds * 2 ** ($try - 1)))->seconds();
            }
        }
    }

    private function keepPace(int $asked, float $seconds): void
    {
        $rest = $this->settings->rate > 0 ? $asked / $this->settings->rate - $seconds : 0.0;
        if ($rest > 0) {
            Sleep::for((int) ($rest * 1_000_000))->microseconds();
        }
    }
}
