<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** Mail to those whom a search finds. */
final class MailingTest extends TestCase
{
    private const PEOPLE = <<<'CSV'
    First name,Last name,Email,Address,City,State,Postal code,Country,Mail ok,Status,Spouse first name,Spouse last name
    Ann,Lee,ann@example.org,1 Elm St,Portland,ME,04101,USA,yes,active,,
    Bo,Lee,bo@example.org,1 Elm Street,Portland,ME,04101,USA,,active,,
    Cy,Nash,cy@example.org,2 Oak St,Dover,NH,03820,USA,no,active,,
    Di,Ossof,di@example.org,,,,,,,active,,
    Ed,Price,ed@example.org,4 Fir St,Saco,ME,04072,USA,,deceased,,
    Flo,Quinn,flo@example.org,5 Ash St,Bath,ME,04530,USA,,active,Gus,Roy

    CSV;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->loaded(self::PEOPLE, ['accept_addresses' => true]);
    }

    /**
     * @param  array<string, mixed>  $asked
     * @return array<string, mixed> the page
     */
    private function gathered(array $asked = []): array
    {
        $id = $this->postJson('/api/mailings', [
            'name' => 'Spring letter',
            'query' => [],
            'per' => 'household',
            'must_agree' => false,
            ...$asked,
        ])
            ->assertCreated()
            ->json('id');

        return $this->getJson("/api/mailings/{$id}")
            ->assertOk()
            ->json();
    }

    public function test_who_gets_it_and_who_is_left_out_and_why(): void
    {
        $page = $this->gathered(['per' => 'supporter']);
        self::assertSame(['deceased' => 1, 'refused' => 1, 'no address' => 1], array_column($page['left_out'], 'supporters', 'why'));
        self::assertSame($page['mailing']['total'], $page['going'] + 3);
        $this->getJson("/api/mailings/{$page['mailing']['id']}/people?why=refused")->assertJsonPath('people.0.name', 'Nash, Cy');
        // In the order of the post.
        self::assertSame(
            ['04101', '04101', '04530', '04530', '04530'],
            array_map(static fn(array $piece): string => substr(end($piece['lines']), -5), $page['pieces']),
        );
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function together(): iterable
    {
        yield 'everyone' => ['supporter', ['Ann Lee', 'Bo Lee', 'Flo Quinn', 'Gus Roy', 'Flo Quinn & Gus Roy']];
        yield 'couples' => ['household', ['Ann Lee', 'Bo Lee', 'Flo Quinn & Gus Roy']];
        yield 'behind one door' => ['address', ['Ann & Bo Lee', 'Flo Quinn & Gus Roy']];
    }

    /** @param  list<string>  $envelopes */
    #[DataProvider('together')]
    public function test_who_gets_one_piece_together(string $per, array $envelopes): void
    {
        $page = $this->gathered(['per' => $per]);
        self::assertSame($envelopes, array_column($page['pieces'], 'envelope'));
        self::assertSame(count($envelopes), $page['mailing']['pieces']);
    }

    public function test_what_one_of_a_couple_refused_holds_for_both(): void
    {
        DB::table('supporters')
            ->where('first_name', 'Gus')
            ->update(['consent_mail' => 'no']);
        $page = $this->gathered();
        self::assertSame(['Ann Lee', 'Bo Lee'], array_column($page['pieces'], 'envelope'));
        // The other one, and the household that they are.
        self::assertSame(2, array_column($page['left_out'], 'supporters', 'why')['refused together']);
    }

    public function test_silence_is_no_consent_where_that_is_asked(): void
    {
        $page = $this->gathered(['must_agree' => true]);
        self::assertSame(['Ann Lee'], array_column($page['pieces'], 'envelope'));
    }

    public function test_what_mail_does_not_reach_is_left_out_and_the_address_for_mail_comes_first(): void
    {
        DB::table('addresses')
            ->where('city', 'Bath')
            ->update(['condition' => 'undeliverable']);
        $ann = DB::table('supporters')->where('first_name', 'Ann')->value('id');
        DB::table('addresses')->insert([
            'id' => 900,
            'supporter_id' => $ann,
            'kind' => 'mailing',
            'line1' => 'PO Box 7',
            'city' => 'Portland',
            'state' => 'ME',
            'postal_code' => '04104',
            'country' => 'US',
            'is_primary' => false,
        ]);
        $page = $this->gathered(['per' => 'supporter']);
        self::assertSame(3, array_column($page['left_out'], 'supporters', 'why')['not reached']);
        self::assertSame(['PO Box 7', 'Portland, ME 04104'], array_column($page['pieces'], 'lines', 'envelope')['Ann Lee']);
    }

    public function test_the_list_the_labels_and_the_letters(): void
    {
        $id = $this->gathered()['mailing']['id'];
        $file = $this->get("/api/mailings/{$id}/list.csv")
            ->assertOk()
            ->baseResponse->getFile()
            ->getPathname();
        self::assertStringContainsString('Flo Quinn & Gus Roy', (string) file_get_contents($file));
        foreach (['letter 30', 'letter 20', 'letter 10', 'A4 21', 'none'] as $sheet) {
            self::assertStringStartsWith(
                '%PDF',
                (string) $this->get("/api/mailings/{$id}/labels.pdf?capitals=1&sheet=" . rawurlencode($sheet))
                    ->assertOk()
                    ->getContent(),
            );
        }
        $this->getJson("/api/mailings/{$id}/letters.pdf")
            ->assertStatus(422)
            ->assertJson(['message' => 'There is no letter yet. Write what it says.']);
        $this->putJson("/api/mailings/{$id}/letter", ['letter' => "{date}\n\nDear {greeting},\n\nthank you."])->assertOk();
        self::assertStringStartsWith(
            '%PDF',
            (string) $this->get("/api/mailings/{$id}/letters.pdf")
                ->assertOk()
                ->getContent(),
        );
    }

    public function test_the_mailing_is_kept_as_a_dated_note_once(): void
    {
        $page = $this->gathered();
        $id = (string) $page['mailing']['id'];
        $steps = [['kind' => 'note', 'value' => 'Spring letter', 'from' => '2026-11-29 mailing']];
        $change = $this->postJson('/api/bulk-changes', ['query' => ['mailing' => $id], 'steps' => $steps])
            ->assertCreated()
            ->json('id');
        $act = $this->postJson("/api/bulk-changes/{$change}/write")
            ->assertOk()
            ->assertJsonPath('outcome.written', $page['going'])
            ->json('act_id');
        self::assertSame($page['going'], DB::table('supporter_notes')->where('text', 'Spring letter')->where('kind', 'mailing')->count());
        $again = $this->postJson('/api/bulk-changes', ['query' => ['mailing' => $id], 'steps' => $steps])->json('id');
        $this->getJson("/api/bulk-changes/{$again}")->assertJson(['writes' => 0]);
        $this->postJson("/api/acts/{$act}/undo")->assertOk();
        self::assertSame(0, DB::table('supporter_notes')->count());
    }

    public function test_whoever_may_not_see_addresses_or_consents_makes_no_mailing(): void
    {
        $id = $this->gathered()['mailing']['id'];
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/consent.mail', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->as(Role::GiftEntry)
            ->getJson("/api/mailings/{$id}")
            ->assertStatus(422);
        $this->getJson("/api/mailings/{$id}/list.csv")->assertStatus(422);
        $this->postJson('/api/mailings', ['name' => 'x', 'query' => [], 'per' => 'household', 'must_agree' => false])->assertStatus(422);
    }
}
