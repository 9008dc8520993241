<?php

declare(strict_types=1);

namespace App\Addresses\Directory;

use App\Records\Bulk;
use Illuminate\Database\Connection;
use Illuminate\Support\Carbon;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\Answer;
use PineSieve\Core\Addresses\Directory\Edition;
use PineSieve\Core\Text\Fold;

/**
 * What the postal directory answered, each address once, with the day.
 *
 * @phpstan-import-type AnswerData from Answer
 */
final readonly class KeptAnswers
{
    private const COLUMNS = ['address_key', 'outcome', 'answer', 'edition', 'asked_at'];

    public function __construct(private Connection $db, private Bulk $bulk) {}

    /** Equal for addresses that the directory would not tell apart. */
    public static function key(Address $address): string
    {
        $parts = $address->parts();
        $parts['postal_code'] = substr($parts['postal_code'], 0, 5);

        return sha1(implode("\n", array_map(Fold::words(...), str_replace('#', ' no ', $parts))));
    }

    /**
     * @param  list<string>  $keys
     * @param  ?Carbon  $since  answers that are older are as good as none; null for any
     * @return array<string, array{answer: Answer, edition: string, asked_at: string}> by key
     */
    public function of(array $keys, ?Carbon $since = null): array
    {
        $kept = [];
        foreach (array_chunk($keys, 1000) as $chunk) {
            $rows = $this->db
                ->table('postal_answers')
                ->whereIn('address_key', $chunk)
                ->when($since !== null, static fn($query) => $query->where('asked_at', '>=', $since))
                ->get();
            foreach ($rows as $row) {
                /** @var AnswerData $data */
                $data = json_decode($row->answer, true, flags: JSON_THROW_ON_ERROR);
                $kept[$row->address_key] = [
                    'answer' => Answer::fromArray($data),
                    'edition' => $row->edition,
                    'asked_at' => (string) $row->asked_at,
                ];
            }
        }

        return $kept;
    }

    /** @param  array<string, Answer>  $answers  by key */
    public function keep(array $answers, Edition $edition): void
    {
        $now = now()->format('Y-m-d H:i:s');
        $rows = [];
        foreach ($answers as $key => $answer) {
            $json = json_encode($answer->toArray(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
            $rows[] = [$key, $answer->outcome->value, $json, mb_substr($edition->words(), 0, 120), $now];
        }
        $this->db->transaction(function () use ($rows): void {
            $this->bulk->deleteRows('postal_answers', ['address_key'], array_map(static fn(array $row): array => [$row[0]], $rows));
            $this->bulk->insert('postal_answers', self::COLUMNS, $rows);
        });
    }
}
