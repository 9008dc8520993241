<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Accounts\SendMail;
use App\Intakes\Intake;
use App\Notices\DeliverNotices;
use App\Notices\Webhook;
use App\Supporters\PostalForms;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\Queue;

/** What is kept with an intake, what it gives, whom it tells, and what an administrator may let pass. */
final class ControlTest extends TestCase
{
    private const FILE = "Last name,First name,Email\nLee,Ann,ann@example.org\nPark,Bo,bo@example.org\n";

    public function test_groups_and_tags_for_all_and_for_new_ones_alone(): void
    {
        $this->loaded("Last name,First name,Email\nLee,Ann,ann@example.org\n");
        $intake = $this->sifted(self::FILE);
        $this->patchJson("/api/intakes/{$intake->id}", [
            'groups' => ['Gala 2026', ' Gala 2026 '],
            'groups_new' => ['Newcomers'],
            'tags_new' => ['thank'],
        ])->assertOk();
        self::assertSame(['new' => 1, 'updated' => 1], $this->outcomes($intake), 'The preview shows it.');
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Gala'])->assertOk();

        self::assertSame(
            [[1, 'group', 'Gala 2026'], [2, 'group', 'Gala 2026'], [2, 'group', 'Newcomers'], [2, 'tag', 'thank']],
            DB::table('memberships')
                ->orderBy('supporter_id')
                ->orderBy('list')
                ->orderBy('name')
                ->get()
                ->map(static fn($one): array => [$one->supporter_id, $one->list, $one->name])
                ->all(),
        );
        self::assertSame(['unchanged' => 2], $this->outcomes($this->sifted(self::FILE, ['groups' => ['Gala 2026']])));
        $this->patchJson("/api/intakes/{$intake->id}", ['groups' => ['x']])->assertStatus(409);
    }

    public function test_people_who_must_not_be_contacted(): void
    {
        $this->loaded("Last name,First name,Email,May be written to by email\nLee,Ann,ann@example.org,yes\n");
        $this->loaded(self::FILE, ['no_contact' => true, 'effect' => 'leave alone']);

        self::assertSame(
            [['no', 'no', 'no'], ['no', 'no', 'no']],
            DB::table('supporters')
                ->orderBy('id')
                ->get(['consent_mail', 'consent_email', 'consent_phone'])
                ->map(static fn($row): array => array_values((array) $row))
                ->all(),
        );
    }

    public function test_where_the_data_is_from_and_that_the_people_agreed(): void
    {
        $intake = $this->loaded(self::FILE);
        $settings = $this->patchJson("/api/intakes/{$intake->id}", ['description' => 'Sign-up sheet', 'agreed' => 'A box that they ticked'])
            ->assertOk()
            ->json('settings');

        self::assertSame(['Sign-up sheet', 'A box that they ticked'], [$settings['description'], $settings['agreed']]);
        self::assertStringStartsWith('Data steward, ', $settings['agreed_by']);
        self::assertSame('', $this->patchJson("/api/intakes/{$intake->id}", ['agreed' => ''])->json('settings.agreed_by'));
    }

    public function test_that_people_agreed_is_said_of_one_file_and_not_of_the_next_by_the_same_plan(): void
    {
        $intake = $this->sifted(self::FILE, ['effect' => 'replace', 'groups' => ['Sign-ups']]);
        $this->patchJson("/api/intakes/{$intake->id}", [
            'description' => 'Sign-up sheet',
            'agreed' => 'A box that they ticked',
        ])->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/plan", ['name' => 'Sign-ups'])->assertOk();
        $next = $this->sifted(self::FILE);
        $this->patchJson("/api/intakes/{$next->id}", ['description' => 'A list that was bought'])->assertOk();
        $this->putJson("/api/intakes/{$next->id}/plan", ['name' => 'Sign-ups'])->assertOk();

        $settings = $next->refresh()->settings;
        self::assertSame(['replace', ['Sign-ups']], [$settings->effect->value, $settings->groups], 'What was chosen comes with the plan.');
        self::assertSame(['A list that was bought', '', ''], [$settings->description, $settings->agreed, $settings->agreedBy]);
    }

    public function test_the_source_as_it_came_and_everything_from_an_intake(): void
    {
        $this->loaded("Last name,First name,Email\nLee,Ann,ann@example.org\n");
        $intake = $this->loaded("Last name,First name,Email,Phone\nLee,Ann,ann@example.org,207-555-0143\nPark,Bo,,\n");

        self::assertSame(
            "Last name,First name,Email,Phone\nLee,Ann,ann@example.org,207-555-0143\nPark,Bo,,\n",
            $this->get("/api/intakes/{$intake->id}/file")
                ->assertOk()
                ->streamedContent(),
        );
        foreach (['' => ['Lee, Ann', 'Park, Bo'], '&made=new' => ['Park, Bo'], '&made=changed' => ['Lee, Ann']] as $made => $names) {
            self::assertSame(
                $names,
                array_column($this->getJson("/api/supporters?intake={$intake->id}{$made}")->json('supporters'), 'name'),
            );
        }
    }

    public function test_an_administrator_lets_a_row_pass_with_a_reason(): void
    {
        $this->holdUnreadable('email');
        $this->as()
            ->postJson('/api/rules', ['subject' => 'supporter', 'field' => 'email', 'strength' => 'must'])
            ->assertCreated();
        $intake = $this->sifted("Last name,First name,Email\nLee,Ann,\nPark,Bo,bo at x\n", [], ['name.last', 'name.first', 'email']);
        $pass = ['kind' => 'pass', 'number' => 2, 'to' => 'She has no email, we call her.'];
        $this->postJson("/api/intakes/{$intake->id}/edits", $pass)->assertStatus(403);
        $this->as(Role::Administrator)
            ->postJson("/api/intakes/{$intake->id}/edits", [...$pass, 'to' => 'ok'])
            ->assertStatus(422);
        $this->postJson("/api/intakes/{$intake->id}/edits", [...$pass, 'number' => 3])->assertStatus(422);
        $this->postJson("/api/intakes/{$intake->id}/edits", $pass)->assertOk();

        self::assertSame(['new' => 1, 'held' => 1], $this->outcomes($intake));
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();
        self::assertSame(
            [['number' => 2, 'reason' => $pass['to'], 'by' => 'Administrator']],
            $this->getJson("/api/intakes/{$intake->id}/proof")->json('passed'),
        );
        self::assertSame(1, DB::table('audit')->where('kind', 'let pass')->count());
        self::assertSame(1, DB::table('shortfalls')->count(), 'It stands on the worklist.');
    }

    public function test_warnings_do_not_hold_a_row(): void
    {
        $this->as()
            ->postJson('/api/rules', ['subject' => 'person', 'field' => 'phone', 'strength' => 'should'])
            ->assertCreated();
        $intake = $this->sifted(self::FILE);

        self::assertSame(
            [['new' => 2], []],
            [$this->outcomes($intake), $this->getJson("/api/intakes/{$intake->id}/checks")->json('kinds')],
        );
        self::assertSame(
            [['Phone', 2]],
            array_map(
                static fn(array $one): array => [$one['label'], $one['rows']],
                $this->getJson("/api/intakes/{$intake->id}/checks")->json('warnings'),
            ),
        );
    }

    public function test_a_change_of_the_standards_works_waiting_rows_out_anew(): void
    {
        $intake = $this->sifted(self::FILE);
        $rule = $this->postJson('/api/rules', ['subject' => 'supporter', 'field' => 'phone', 'strength' => 'must'])
            ->assertCreated()
            ->json('id');
        self::assertSame(['held' => 2], $this->outcomes($intake), 'Nothing gets in by the old rules.');
        $this->deleteJson("/api/rules/{$rule}")->assertOk();
        self::assertSame(['new' => 2], $this->outcomes($intake));
    }

    public function test_an_unknown_value_of_a_list_is_added_or_kept_as_a_spelling(): void
    {
        $this->as()
            ->putJson('/api/fields/gift.fund/list', ['values' => [['value' => 'General']]])
            ->assertOk();
        $intake = $this->sifted(
            "Last name,First name,Gift date,Amount,Fund\nLee,Ann,2020-01-02,5,Where needed\nPark,Bo,2020-01-02,5,Lighthouse\n",
        );
        self::assertSame(['held' => 2], $this->outcomes($intake));
        $this->postJson('/api/fields/gift.fund/list/values', ['value' => 'Where needed', 'means' => 'General'])->assertOk();
        $this->postJson('/api/fields/gift.fund/list/values', ['value' => 'Lighthouse'])
            ->assertOk()
            ->assertJson(['options' => ['General', 'Lighthouse']]);
        self::assertSame(['new' => 2], $this->outcomes($intake));
        $this->postJson('/api/fields/gift.fund/list/values', ['value' => 'x', 'means' => 'nothing'])->assertStatus(422);
        $this->postJson('/api/fields/gift.fund/list/values', ['value' => 'LIGHTHOUSE'])->assertStatus(422);
    }

    public function test_a_person_is_told_in_the_application_and_by_mail(): void
    {
        Queue::fake([SendMail::class]);
        $this->loaded(self::FILE);
        $message = $this->getJson('/api/messages')->assertOk()->json();
        self::assertSame([1, '"People" is loaded: 2 new, 0 updated.'], [$message['unread'], $message['messages'][0]['text']]);
        self::assertSame(0, $this->postJson('/api/messages/read')->json('unread'));
        $this->as(Role::Reader)
            ->getJson('/api/messages')
            ->assertJson(['messages' => []]);
        Queue::assertPushed(SendMail::class, 1);
    }

    public function test_the_mail_says_what_the_message_says(): void
    {
        (new SendMail('a@example.org', "Ann\r\nBcc: all@example.org", "\"Gala\r\nBcc: all@example.org\" is loaded."))->handle();
        $sent = Mail::mailer('array')->getSymfonyTransport()->messages()->last()->getOriginalMessage();

        self::assertSame(['a@example.org', []], [$sent->getTo()[0]->getAddress(), $sent->getBcc()], 'A name can\'t add receivers.');
        self::assertStringContainsString('is loaded.', (string) $sent->getTextBody());
    }

    public function test_other_systems_are_told_and_can_check_who_told_them(): void
    {
        Http::fake();
        $hook = Webhook::query()->create([
            'name' => 'Newsletter',
            'url' => 'https://93.184.215.14/in',
            'secret' => base64_encode('secret'),
        ]);
        $this->loaded(self::FILE);
        Http::assertSent(static function (Request $request) use ($hook): bool {
            $body = json_decode($request->body(), true);

            return $request->url() === 'https://93.184.215.14/in' &&
                $body['data']['supporters'] === [['id' => 1, 'change' => 'created'], ['id' => 2, 'change' => 'created']] &&
                !str_contains($request->body(), 'ann@example.org') &&
                $request->header('webhook-signature')[0] ===
                    $hook->signature($request->header('webhook-id')[0], (int) $request->header('webhook-timestamp')[0], $request->body());
        });
        self::assertStringNotContainsString('secret', (string) DB::table('webhooks')->value('secret'));
        $this->as(Role::Administrator)
            ->getJson('/api/webhooks')
            ->assertOk()
            ->assertJsonMissing(['secret' => base64_encode('secret')]);

        $this->loaded("Last name,First name\nDahl,Cy\n", ['is_quiet' => true]);
        self::assertSame(1, DB::table('deliveries')->count(), 'A quiet intake tells nobody.');
    }

    public function test_a_notice_that_is_not_taken_is_tried_again_and_given_up_in_the_end(): void
    {
        Http::fake(['*' => Http::response('busy', 503)]);
        Webhook::query()->create(['name' => 'Newsletter', 'url' => 'https://93.184.215.14/in', 'secret' => base64_encode('secret')]);
        $this->loaded(self::FILE);
        self::assertSame(
            ['waiting', 1, 'answered 503'],
            array_values((array) DB::table('deliveries')->first(['state', 'tries', 'answer'])),
        );
        (new DeliverNotices())->handle();
        self::assertSame(1, DB::table('deliveries')->value('tries'), 'Not at once.');
        for ($try = 2; $try <= DeliverNotices::TRIES; $try++) {
            $this->travel(40)->minutes();
            (new DeliverNotices())->handle();
        }
        self::assertSame('given up', DB::table('deliveries')->value('state'));
    }

    public function test_an_address_that_is_not_understood_is_not_known_to_be_in_postal_form(): void
    {
        $this->loaded("Last name,First name,Street,City,State,Zip\nLee,Ann,1 Elm St,Dover,NH,03820\nPark,Bo,The Old Mill,Dover,NH,03820\n");
        app(PostalForms::class)->catchUp(5);

        $this->getJson('/api/supporters?filter=unchecked')->assertJsonPath('total', 1)->assertJsonPath('supporters.0.name', 'Park, Bo');
    }

    public function test_the_morning_s_figures_lead_to_their_records(): void
    {
        $this->loaded(
            "Last name,First name,Email,Street,City,State,Zip,Gift date,Amount\nLee,Ann,shared@example.org,1 elm street,DOVER,nh,3820,2025-10-02,5\nOkafor,Chidi,,,,,,2025-10-05,7\n",
        );
        $this->postJson('/api/supporters', [
            'draft' => [
                'kind' => 'person',
                'fields' => ['name.first' => 'Ann', 'name.last' => 'Lee'],
                'emails' => [['address' => 'shared@example.org']],
            ],
        ])->assertCreated();
        $rule = $this->postJson('/api/rules', ['subject' => 'person', 'field' => 'email', 'strength' => 'should'])->json('id');
        $this->postJson('/api/duplicates/search');
        $today = $this->getJson('/api/today')->assertOk()->json();

        self::assertSame([['id' => $rule, 'subject' => 'person', 'sentence' => 'Email is wanted', 'count' => 1]], $today['worklists']);
        $figures = array_column($today['attention'], 'count', 'filter');
        self::assertSame(['alike' => 2, 'unreachable' => 1, 'unread' => 0, 'unchecked' => 1], $figures);
        foreach ($figures as $filter => $count) {
            $this->getJson("/api/supporters?filter={$filter}")->assertJsonPath('total', $count);
        }
        self::assertSame([3, 2], [$today['supporters'], $today['gifts']]);
        self::assertSame(2, array_column($today['months'], 'gifts', 'month')['2025-10'] ?? 2);
        $this->getJson('/api/gifts?month=2025-10')->assertJsonPath('total', 2);
        $trust = array_column($today['trust'], null, 'group');
        self::assertSame(
            [[2, 3], [2, 3]],
            [[$trust['Ways to reach']['count'], $trust['Ways to reach']['total']], [$trust['Ways to reach']['over_time'][0]['count'], 3]],
        );
    }

    public function test_intakes_that_wait_can_be_seen(): void
    {
        $intake = $this->sifted(self::FILE);
        Intake::query()
            ->whereKey($intake->id)
            ->update(['state' => 'waiting', 'queue_place' => 1]);
        self::assertSame([$intake->id], array_column($this->getJson('/api/intakes')->json('queue'), 'id'));
        $this->deleteJson("/api/intakes/{$intake->id}")->assertStatus(422);
    }
}
