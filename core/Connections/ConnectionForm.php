<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/**
 * What is known of another system: how its list of transactions is asked for, and what lies where in its answers. It can be carried to
 * another installation; the key is no part of it.
 *
 * @phpstan-type FormData array<string, string|bool|int|list<string>>
 */
final readonly class ConnectionForm
{
    public const VERSION = 1;

    private const HEADER = '/^[A-Za-z0-9-]+$/D';

    /**
     * @param  string  $address  of the list of transactions
     * @param  string  $keyHeader  header that the key is sent in
     * @param  string  $keyBefore  what stands before the key in it: "Bearer"
     * @param  string  $pageParameter  what the page, or what comes next, is asked by
     * @param  string  $sizeParameter  what asks for so many at a time; '' if nothing does
     * @param  string  $next  where an answer says what comes next
     * @param  string  $total  where an answer says how many there are in all; '' if it does not
     * @param  string  $sinceParameter  what asks for those that changed since a day; '' if nothing does
     * @param  string  $untilParameter  what asks for those until a day; '' if nothing does
     * @param  int  $overlap  days before the last place that are fetched once more
     * @param  string  $records  where the list lies in an answer; '' for the answer itself
     * @param  string  $parts  where several transactions of a record lie in it; '' if a record is one
     * @param  string  $id  where the id of a transaction lies in it
     * @param  bool  $isMinor  whether amounts are in the smallest unit of their currency: 1050 for 10.50
     * @param  string  $given  where it lies when it was given
     * @param  string  $zone  whose day counts for a time with an offset (IANA)
     * @param  string  $state  where it lies what became of it; '' if each counts
     * @param  list<string>  $counts  states of what counts as given
     * @param  list<string>  $back  states of what was given and went back
     * @param  string  $backAmount  where it lies how much went back; '' for all of it
     * @param  string  $backOn  where it lies when; '' for the day it is noticed
     * @param  string  $donor  where the id of the donor lies; '' if there is none
     * @param  string  $fee  where the fee lies; '' if there is none
     * @param  string  $split  where the list lies of what it is for; '' if there is none
     * @param  string  $splitAmount  where the amount lies in each of them
     * @param  string  $splitFund  where the fund lies in each of them
     * @param  ?Signature  $signature  how its own notices are signed; null if none are taken
     * @param  string  $noticeRecords  where the record lies in a notice, or the list of them; '' for the notice itself
     * @param  list<string>  $money  where other amounts lie, in the same unit: "fee", "parts.*.amount"
     */
    private function __construct(
        public string $address,
        public string $keyHeader,
        public string $keyBefore,
        public Paging $paging,
        public string $pageParameter,
        public string $sizeParameter,
        public int $size,
        public string $next,
        public string $total,
        public string $sinceParameter,
        public string $untilParameter,
        public int $overlap,
        public string $records,
        public string $parts,
        public string $id,
        public string $amount,
        public bool $isMinor,
        public string $currency,
        public string $given,
        public string $zone,
        public string $state,
        public array $counts,
        public array $back,
        public string $backAmount,
        public string $backOn,
        public string $donor,
        public array $money,
        public string $fee,
        public string $split,
        public string $splitAmount,
        public string $splitFund,
        public ?Signature $signature,
        public string $noticeRecords,
    ) {}

    /**
     * @param  array<string, mixed>  $data  as toArray() gives it
     *
     * @throws UnusableConnection
     */
    public static function of(array $data): self
    {
        $text = static fn(string $key): string => self::text($key, $data[$key] ?? '');
        $paging = Paging::tryFrom(is_string($data['paging'] ?? 'none') ? $data['paging'] ?? 'none' : '');
        if ($paging === null) {
            throw new UnusableConnection('"paging" must be none, page, cursor or link.');
        }
        $zone = $text('zone') === '' ? 'UTC' : $text('zone');

        $form = new self(
            $text('address'),
            $text('key_header') === '' ? 'Authorization' : $text('key_header'),
            $text('key_before'),
            $paging,
            $text('page_parameter'),
            $text('size_parameter'),
            self::number('size', $data['size'] ?? 100, 1, 1000),
            $text('next'),
            $text('total'),
            $text('since_parameter'),
            $text('until_parameter'),
            self::number('overlap', $data['overlap'] ?? 3, 0, 60),
            $text('records'),
            $text('parts'),
            $text('id'),
            $text('amount'),
            ($data['minor'] ?? false) === true,
            $text('currency'),
            $text('given'),
            $zone,
            $text('state'),
            self::words('counts', $data['counts'] ?? []),
            self::words('back', $data['back'] ?? []),
            $text('back_amount'),
            $text('back_on'),
            $text('donor'),
            self::words('money', $data['money'] ?? []),
            $text('fee'),
            $text('split'),
            $text('split_amount'),
            $text('split_fund'),
            ($data['notices'] ?? false) === true ? Signature::of($data) : null,
            $text('notice_records'),
        );
        $form->mustFit();

        return $form;
    }

    /** @throws UnusableConnection */
    private static function text(string $key, mixed $value): string
    {
        $most = $key === 'address' ? 500 : 120;
        if (!is_string($value) || mb_strlen($value) > $most || preg_match('/[\x00-\x1f]/', $value) === 1) {
            throw new UnusableConnection("\"{$key}\" must be text of {$most} signs at most.");
        }

        return trim($value);
    }

    /** @throws UnusableConnection */
    private static function number(string $key, mixed $value, int $least, int $most): int
    {
        return is_numeric($value) && (int) $value >= $least && (int) $value <= $most
            ? (int) $value
            : throw new UnusableConnection("\"{$key}\" must be a number from {$least} to {$most}.");
    }

    /** @throws UnusableConnection */
    private function mustFit(): void
    {
        $isAsked = in_array($this->paging, [Paging::Page, Paging::Cursor], true);
        $says = match (true) {
            preg_match('#^https?://[^\s/?]+#', $this->address) !== 1 => 'The address must begin with https:// or http://.',
            $this->id === '' => 'Say where the id of a transaction lies: without it none can be told from another.',
            $this->amount === '' => 'Say where the amount lies.',
            $this->given === '' => 'Say where it lies when it was given.',
            $isAsked && $this->pageParameter === '' => 'Say what the next page is asked by.',
            $this->paging === Paging::Cursor && $this->next === '' => 'Say where an answer says what comes next.',
            preg_match(self::HEADER, $this->keyHeader) !== 1 => "\"{$this->keyHeader}\" is no name of a header.",
            !in_array($this->zone, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true)
                => "There is no time zone \"{$this->zone}\".",
            default => '',
        };
        if ($says !== '') {
            throw new UnusableConnection($says);
        }
    }

    /**
     * @return list<string>
     *
     * @throws UnusableConnection
     */
    private static function words(string $key, mixed $value): array
    {
        $words = [];
        foreach (is_array($value) ? $value : [$value] as $word) {
            if (!is_string($word) || mb_strlen($word) > 60) {
                throw new UnusableConnection("\"{$key}\" must be a list of words.");
            }
            if (trim($word) !== '') {
                $words[] = trim($word);
            }
        }

        return $words;
    }

    /** @return FormData */
    public function toArray(): array
    {
        return [
            'address' => $this->address,
            'key_header' => $this->keyHeader,
            'key_before' => $this->keyBefore,
            'paging' => $this->paging->value,
            'page_parameter' => $this->pageParameter,
            'size_parameter' => $this->sizeParameter,
            'size' => $this->size,
            'next' => $this->next,
            'total' => $this->total,
            'since_parameter' => $this->sinceParameter,
            'until_parameter' => $this->untilParameter,
            'overlap' => $this->overlap,
            'records' => $this->records,
            'parts' => $this->parts,
            'id' => $this->id,
            'amount' => $this->amount,
            'minor' => $this->isMinor,
            'currency' => $this->currency,
            'given' => $this->given,
            'zone' => $this->zone,
            'state' => $this->state,
            'counts' => $this->counts,
            'back' => $this->back,
            'back_amount' => $this->backAmount,
            'back_on' => $this->backOn,
            'donor' => $this->donor,
            'money' => $this->money,
            'fee' => $this->fee,
            'split' => $this->split,
            'split_amount' => $this->splitAmount,
            'split_fund' => $this->splitFund,
            'notices' => $this->signature !== null,
            'notice_records' => $this->noticeRecords,
            ...$this->signature?->toArray() ?? [],
        ];
    }
}
