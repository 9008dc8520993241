<?php

declare(strict_types=1);

namespace App\Addresses\Directory;

use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;

/** Which postal directory is asked, how, and how often what is stored is asked about again. */
final readonly class DirectorySettings
{
    public const NAME = 'postal directory';

    /**
     * @param  string  $url  under which /v1/verify is asked; '' for no directory
     * @param  string  $key  that it knows the organization by
     * @param  int  $batch  addresses in one question
     * @param  int  $rate  addresses a second at most; 0 for as fast as it answers
     * @param  int  $timeout  seconds
     * @param  int  $keepDays  days for which an answer is good
     * @param  int  $everyDays  stored addresses whose answer is older are asked about by themselves, at night; 0 for never
     */
    public function __construct(
        public string $url = '',
        public string $key = '',
        public int $batch = 100,
        public int $rate = 0,
        public int $timeout = 20,
        public int $keepDays = 90,
        public int $everyDays = 0,
    ) {}

    public static function read(): self
    {
        $data = json_decode((string) DB::table('settings')->where('name', self::NAME)->value('value'), true);
        if (!is_array($data)) {
            return new self();
        }
        $key = (string) ($data['key'] ?? '');

        return new self(
            (string) ($data['url'] ?? ''),
            $key === '' ? '' : Crypt::decryptString($key),
            (int) ($data['batch'] ?? 100),
            (int) ($data['rate'] ?? 0),
            (int) ($data['timeout'] ?? 20),
            (int) ($data['keep_days'] ?? 90),
            (int) ($data['every_days'] ?? 0),
        );
    }

    public function keep(): void
    {
        DB::table('settings')->updateOrInsert(
            ['name' => self::NAME],
            [
                'value' => json_encode(
                    [...$this->shown(), 'key' => $this->key === '' ? '' : Crypt::encryptString($this->key)],
                    JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES,
                ),
            ],
        );
    }

    /** The same of another directory. */
    public function at(string $url, string $key): self
    {
        return new self($url, $key, $this->batch, $this->rate, $this->timeout, $this->keepDays, $this->everyDays);
    }

    public function isSet(): bool
    {
        return $this->url !== '';
    }

    /** @return array{url: string, batch: int, rate: int, timeout: int, keep_days: int, every_days: int} without the key */
    public function shown(): array
    {
        return [
            'url' => $this->url,
            'batch' => $this->batch,
            'rate' => $this->rate,
            'timeout' => $this->timeout,
            'keep_days' => $this->keepDays,
            'every_days' => $this->everyDays,
        ];
    }
}
