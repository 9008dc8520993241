<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Accounts\User;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;
use Illuminate\Support\Facades\Storage;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** What someone may try who means harm. */
final class SecurityTest extends TestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        Cache::flush();
    }

    public function test_two_thousand_wrong_logins_get_nowhere(): void
    {
        $this->user()
            ->forceFill(['password' => 'harbor-lights-7'])
            ->save();
        $answers = ['422' => 0, '429' => 0];
        for ($i = 0; $i < 2000; $i++) {
            $status = $this->postJson('/api/session', ['email' => 'datasteward@example.org', 'password' => "guess {$i}"])->getStatusCode();
            $answers[(string) $status]++;
        }

        self::assertSame([10, 1990], [$answers['422'], $answers['429']]);
        $this->postJson('/api/session', ['email' => 'datasteward@example.org', 'password' => 'harbor-lights-7'])->assertStatus(429);
        self::assertSame(10, DB::table('audit')->where('kind', 'sign-in refused')->count(), 'The list is not flooded either.');
        $this->travel(61)->seconds();
        $this->postJson('/api/session', ['email' => 'datasteward@example.org', 'password' => 'harbor-lights-7'])->assertOk();
    }

    public function test_guessing_from_many_places_or_at_many_accounts_is_slow_too(): void
    {
        $this->user();
        $taken = 0;
        for ($i = 0; $i < 90; $i++) {
            $taken +=
                $this->postJson(
                    '/api/session',
                    ['email' => 'datasteward@example.org', 'password' => 'x'],
                    ['REMOTE_ADDR' => "10.0.{$i}.1"],
                )->getStatusCode() === 422
                    ? 1
                    : 0;
        }
        self::assertSame(60, $taken, 'At one account from ninety places.');
        Cache::flush();
        $taken = 0;
        for ($i = 0; $i < 90; $i++) {
            $taken +=
                $this->postJson('/api/session', ['email' => "someone{$i}@example.org", 'password' => 'x'])->getStatusCode() === 422 ? 1 : 0;
        }
        self::assertSame(60, $taken, 'At ninety accounts from one place.');
    }

    public function test_a_password_is_changed_and_other_sessions_end(): void
    {
        $user = $this->user();
        $user->forceFill(['password' => 'present-password'])->save();
        DB::table('sessions')->insert(['id' => 'elsewhere', 'user_id' => $user->id, 'payload' => '', 'last_activity' => time()]);
        $this->as();
        foreach (
            [
                ['current' => 'wrong', 'password' => 'a-good-long-one'],
                ['current' => 'present-password', 'password' => 'short'],
                ['current' => 'present-password', 'password' => 'present-password'],
                ['current' => 'present-password', 'password' => 'my-datasteward-1'],
            ]
            as $bad
        ) {
            $this->putJson('/api/password', $bad)->assertStatus(422);
        }
        $this->putJson('/api/password', ['current' => 'present-password', 'password' => 'a-good-long-one'])->assertOk();

        self::assertTrue(Hash::check('a-good-long-one', $user->refresh()->password));
        self::assertStringStartsWith('$2y$', (string) DB::table('users')->where('id', $user->id)->value('password'));
        self::assertSame(0, DB::table('sessions')->count());
    }

    public function test_people_are_added_changed_and_shut_out(): void
    {
        $this->as(Role::Administrator);
        $made = $this->postJson('/api/people', ['name' => 'New', 'email' => 'new@example.org', 'role' => 'reader'])
            ->assertCreated()
            ->json();
        $this->postJson('/api/people', ['name' => 'Again', 'email' => 'NEW@example.org', 'role' => 'reader'])->assertStatus(422);
        $this->postJson('/api/people', ['name' => 'King', 'email' => 'king@example.org', 'role' => 'king'])->assertStatus(422);
        $this->patchJson("/api/people/{$made['id']}", ['may_load' => true, 'role' => 'gift entry'])->assertOk();
        $person = User::query()->findOrFail($made['id']);
        self::assertTrue($person->mayLoad() && $person->mayEdit() && !$person->mayAdminister());

        DB::table('sessions')->insert(['id' => 'there', 'user_id' => $made['id'], 'payload' => '', 'last_activity' => time()]);
        $this->patchJson("/api/people/{$made['id']}", ['disabled' => true])->assertOk();
        self::assertSame(0, DB::table('sessions')->count());
        app('auth')->forgetGuards();
        $this->postJson('/api/session', ['email' => 'new@example.org', 'password' => $made['password']])->assertStatus(422);
        $this->as(Role::Administrator)
            ->patchJson("/api/people/{$made['id']}", ['disabled' => false])
            ->assertOk();
        $this->patchJson('/api/people/' . $this->user(Role::Administrator)->id, ['role' => 'reader'])->assertStatus(422);
        $this->patchJson('/api/people/' . $this->user(Role::Administrator)->id, ['disabled' => true])->assertStatus(422);
        self::assertGreaterThan(2, DB::table('audit')->where('kind', 'people')->count());
    }

    public function test_sessions_are_listed_and_ended_without_telling_their_key(): void
    {
        $mine = $this->user();
        $other = $this->user(Role::Reader);
        foreach (['mine' => $mine->id, 'theirs' => $other->id] as $id => $user) {
            DB::table('sessions')->insert([
                'id' => "{$id}-secret-id",
                'user_id' => $user,
                'payload' => '',
                'ip_address' => '10.0.0.1',
                'user_agent' => '<script>',
                'last_activity' => time(),
            ]);
        }
        $answer = $this->as()->getJson('/api/sessions')->assertOk();
        self::assertStringNotContainsString('secret-id', $answer->content());
        self::assertSame([true], array_column($answer->json('sessions'), 'mine'), 'Those of others are the administrator\'s to see.');
        $this->deleteJson('/api/sessions/' . hash('sha256', 'theirs-secret-id'))->assertStatus(403);
        $this->as(Role::Administrator)
            ->deleteJson('/api/sessions/' . hash('sha256', 'theirs-secret-id'))
            ->assertOk();
        self::assertSame(['mine-secret-id'], DB::table('sessions')->pluck('id')->all());
    }

    public function test_what_matters_stands_in_the_audit_list(): void
    {
        $this->user(Role::Administrator)
            ->forceFill(['password' => 'harbor-lights-7'])
            ->save();
        $this->postJson('/api/session', ['email' => 'administrator@example.org', 'password' => 'wrong'])->assertStatus(422);
        $this->postJson('/api/session', ['email' => 'administrator@example.org', 'password' => 'harbor-lights-7'])->assertOk();
        $intake = $this->loaded("Last name,First name\nLee,Ann\n");
        $this->get("/api/intakes/{$intake->id}/held.csv")->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        $this->postJson('/api/rules', ['subject' => 'supporter', 'field' => 'email', 'strength' => 'must'])->assertCreated();

        $entries = $this->as(Role::Administrator)->getJson('/api/audit')->assertOk()->json('entries');
        self::assertSame(['standards', 'undo', 'export', 'load', 'sign-in', 'sign-in refused'], array_column($entries, 'kind'));
        self::assertSame(['load'], array_column($this->getJson('/api/audit?kind=load')->json('entries'), 'kind'));
    }

    /** @return iterable<string, array{string}> */
    public static function names(): iterable
    {
        yield 'up and away' => ['../../../../etc/cron.d/sieve.csv'];
        yield 'from the root' => ['/etc/passwd.csv'];
        yield 'with backslashes' => ['..\\..\\windows\\system32\\x.csv'];
        yield 'a program' => ['shell.php'];
        yield 'with a zero byte' => ["x.csv\0.php"];
        yield 'very long' => [str_repeat('n', 400) . '.csv'];
        yield 'a script' => ['<img src=x onerror=alert(1)>.csv'];
        yield 'header lines' => ["x\r\nSet-Cookie: a=b.csv"];
    }

    #[DataProvider('names')]
    public function test_a_file_can_not_name_its_place(string $name): void
    {
        $before = $this->files();
        $id = $this->as()
            ->post(
                '/api/intakes',
                ['file' => UploadedFile::fake()->createWithContent($name, "Last name,First name\nLee,Ann\n")],
                ['Accept' => 'application/json'],
            )
            ->assertCreated()
            ->json('id');
        $new = array_values(array_diff($this->files(), $before));

        self::assertCount(1, $new);
        self::assertMatchesRegularExpression('#^sources/[0-9a-z]{26}$#', $new[0]);
        $download = $this->get("/api/intakes/{$id}/file")->assertOk();
        self::assertMatchesRegularExpression('/^attachment; filename=/', (string) $download->headers->get('Content-Disposition'));
        self::assertStringNotContainsString("\n", (string) $download->headers->get('Content-Disposition'));
        self::assertSame('application/octet-stream', $download->headers->get('Content-Type'));
        $this->deleteJson("/api/intakes/{$id}");
    }

    /** @return list<string> */
    private function files(): array
    {
        return Storage::allFiles('sources');
    }

    /** @return iterable<string, array{string, string}> name, content */
    public static function bombs(): iterable
    {
        $zip = static function (array $entries): string {
            $path = (string) tempnam(sys_get_temp_dir(), 'zip');
            $zip = new \ZipArchive();
            $zip->open($path, \ZipArchive::OVERWRITE);
            foreach ($entries as $name => $content) {
                $zip->addFromString($name, $content);
            }
            $zip->close();
            $bytes = (string) file_get_contents($path);
            unlink($path);

            return $bytes;
        };
        $types = '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"/>';
        $xxe = static fn(string $what): string => '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY e SYSTEM "' .
            $what .
            '">]><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>&e;</t></is></c></row></sheetData></worksheet>';
        $book =
            '<?xml version="1.0"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="S" sheetId="1" r:id="r1"/></sheets></workbook>';
        $links =
            '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>';
        $xlsx = static fn(string $sheet): array => [
            '[Content_Types].xml' => $types,
            'xl/workbook.xml' => $book,
            'xl/_rels/workbook.xml.rels' => $links,
            'xl/worksheets/sheet1.xml' => $sheet,
        ];
        yield 'a file of the server' => ['x.xlsx', $zip($xlsx($xxe('file:///etc/passwd')))];
        yield 'an address' => ['x.xlsx', $zip($xlsx($xxe('http://127.0.0.1:1/')))];
        yield 'a billion laughs' => [
            'x.xlsx',
            $zip(
                $xlsx(
                    '<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "' .
                        str_repeat('ha', 50) .
                        '"><!ENTITY b "' .
                        str_repeat('&a;', 50) .
                        '"><!ENTITY c "' .
                        str_repeat('&b;', 50) .
                        '"><!ENTITY d "' .
                        str_repeat('&c;', 50) .
                        '">]><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>&d;</t></is></c></row></sheetData></worksheet>',
                ),
            ),
        ];
        yield 'a bomb' => ['x.xlsx', $zip($xlsx(str_repeat(' ', 60_000_000)))];
        yield 'a picture that says it is a sheet' => ['x.csv', "\x89PNG\r\n\x1a\n" . str_repeat("\0", 400)];
        yield 'a program that says it is a workbook' => ['x.xlsx', "\x7fELF" . str_repeat("\1\0", 300)];
        yield 'a page' => ['x.xlsx', '<html><script>alert(1)</script></html>'];
    }

    #[DataProvider('bombs')]
    public function test_a_file_that_means_harm_is_refused_or_read_as_text(string $name, string $content): void
    {
        // What tests before it took is not of this file.
        $before = memory_get_usage(true);
        memory_reset_peak_usage();
        $answer = $this->as()->upload($content, $name);
        $shown = $answer->content();
        if ($answer->getStatusCode() === 201) {
            $shown .= $this->getJson("/api/intakes/{$answer->json('id')}/source")->content();
        }

        self::assertContains($answer->getStatusCode(), [201, 422]);
        self::assertStringNotContainsString('root:', $shown);
        self::assertStringNotContainsString(str_repeat('ha', 200), $shown);
        self::assertLessThan(200_000_000, memory_get_peak_usage(true) - $before);
    }

    /** @return iterable<string, array{string}> */
    public static function formulas(): iterable
    {
        foreach (['=1+1', '+cmd|calc', '-2+3+cmd', '@SUM(A1)', "\t=1", '=HYPERLINK("http://x","y")', "'=1+1"] as $formula) {
            yield json_encode($formula, JSON_THROW_ON_ERROR) => [$formula];
        }
    }

    #[DataProvider('formulas')]
    public function test_no_exported_cell_is_a_formula(string $formula): void
    {
        $this->holdUnreadable('email', 'phone');
        $stream = fopen('php://temp', 'r+');
        assert($stream !== false);
        fputcsv($stream, [$formula, 'Ann', 'ann at x'], escape: '');
        rewind($stream);
        $intake = $this->sifted("Last name,First name,Email\n" . stream_get_contents($stream), [], ['name.last', 'name.first', 'email']);
        $csv = $this->get("/api/intakes/{$intake->id}/held.csv")
            ->assertOk()
            ->streamedContent();
        $rows = array_map(
            static fn(string $line): array => str_getcsv($line, escape: ''),
            explode("\r\n", trim(str_replace("\xEF\xBB\xBF", '', $csv))),
        );

        self::assertStringStartsWith("'", (string) $rows[1][0]);
    }

    #[TestWith(['supporters?q[]=1'])]
    #[TestWith(['supporters.csv?q[a]=1'])]
    #[TestWith(['gifts?month[]=2024-01'])]
    #[TestWith(['held?page[]=1'])]
    public function test_a_list_in_the_address_is_refused_in_words(string $path): void
    {
        self::assertStringContainsString(
            'has to be text',
            (string) $this->as(Role::Administrator)
                ->getJson("/api/{$path}")
                ->assertStatus(422)
                ->json('message'),
        );
    }

    public function test_a_scripted_value_is_text_wherever_it_is_answered(): void
    {
        $script = '<script>alert(1)</script>';
        $intake = $this->loaded(
            "Last name,First name,Notes,Groups,Gift date,Amount,Fund\n{$script},{$script},{$script},{$script},2020-01-02,5,{$script}\n",
            [],
            ['name.last', 'name.first', 'notes', 'groups', 'gift.date', 'gift.amount', 'gift.fund'],
        );
        foreach (
            [
                'supporters',
                'supporters/1',
                'supporters/1/history',
                'supporters/1/form',
                'gifts',
                "intakes/{$intake->id}/rows/2",
                "intakes/{$intake->id}/preview?outcome=new",
                'fields/gift.fund/list',
                'intakes',
                'today',
                "supporters?q={$script}",
            ]
            as $path
        ) {
            $answer = $this->getJson("/api/{$path}")->assertOk();
            self::assertSame('application/json', $answer->headers->get('Content-Type'), $path);
            self::assertSame('nosniff', $answer->headers->get('X-Content-Type-Options'), $path);
        }
        $page = $this->get('/supporters/1');
        self::assertStringNotContainsString($script, (string) $page->content());
        self::assertStringContainsString("default-src 'self'", (string) $page->headers->get('Content-Security-Policy'));
    }

    public function test_the_log_holds_nobody_s_data_and_is_for_one_s_own_eyes(): void
    {
        $path = storage_path('logs/pine-sieve-' . now()->format('Y-m-d') . '.log');
        @unlink($path);
        config(['logging.default' => 'daily']);
        try {
            DB::table('users')->insert(['name' => 'Ann Lee', 'email' => 'hidden@example.org', 'no_such_column' => 'secret-value']);
        } catch (\Throwable $error) {
            report(new \RuntimeException('It went wrong', 0, $error));
            report($error);
        }
        $this->user();
        try {
            DB::table('users')->insert([
                'name' => 'x',
                'email' => 'datasteward@example.org',
                'password' => 'secret-value',
                'role' => 'reader',
            ]);
        } catch (\Throwable $error) {
            report($error);
        }
        $log = (string) file_get_contents($path);

        self::assertStringContainsString('insert into `users`', $log);
        self::assertStringContainsString('It went wrong', $log);
        self::assertSame(
            [2, 1],
            [substr_count($log, 'QueryException: '), substr_count($log, 'UniqueConstraintViolationException: ')],
            $log,
        );
        foreach (['Ann Lee', 'example.org', 'secret-value'] as $told) {
            self::assertStringNotContainsString($told, $log);
        }
        self::assertSame('0600', substr(sprintf('%o', fileperms($path)), -4));
    }
}
