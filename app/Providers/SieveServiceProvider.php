<?php

declare(strict_types=1);

namespace App\Providers;

use App\Accounting\TakingsUnderWay;
use App\Accounts\User;
use App\AddressChecks\AddressColumns;
use App\AddressChecks\ChecksUnderWay;
use App\AddressChecks\ForgetsChecked;
use App\AddressChecks\IntakeAddresses;
use App\Addresses\Directory\AddressStates;
use App\Addresses\Directory\DirectorySettings;
use App\Addresses\Directory\HttpDirectory;
use App\Addresses\MorePlaces;
use App\Api\ForgetsAnswers;
use App\Batches\BatchColumns;
use App\Batches\ValuesInBatches;
use App\BulkChanges\BulkUnderWay;
use App\Connections\ForgetsNotices;
use App\Connections\ForgetsTold;
use App\Duplicates\ForgetsTheGone;
use App\Duplicates\SearchUnderWay;
use App\Erasing\ErasedAgain;
use App\Erasing\Erasing;
use App\Erasing\Forgets;
use App\Exports\ForgetsFiles;
use App\Gifts\Funds;
use App\Gifts\GiftColumns;
use App\Installation\Settling;
use App\Installation\UnderWay;
use App\Intakes\ForgetsRows;
use App\Intakes\Heartbeat;
use App\Intakes\Intake;
use App\Intakes\IntakeColumns;
use App\Intakes\IntakePolicy;
use App\Intakes\IntakeSources;
use App\Intakes\IntakesUnderWay;
use App\Intakes\Plans\SavedPlan;
use App\Intakes\Plans\SavedPlanPolicy;
use App\Intakes\Plans\ValuesInPlans;
use App\Intakes\Sifting\RowsWorkedOut;
use App\Intakes\Sifting\WorkOutAnew;
use App\Lists\Http\ListViewController;
use App\Mailings\ForgetsPeople;
use App\Mailings\MailingsUnderWay;
use App\Matching\FollowStandards;
use App\Matching\RuleSets;
use App\Notices\Notices;
use App\Promises\PromiseColumns;
use App\Records\FollowsWrites;
use App\Records\Gift;
use App\Records\GiftIndex;
use App\Records\GiftYears;
use App\Records\PromiseIndex;
use App\Records\RecordWriter;
use App\Records\RowSources;
use App\Records\Supporter;
use App\Rereading\RereadUnderWay;
use App\Standards\CustomField;
use App\Standards\FieldAccess;
use App\Standards\NamesValues;
use App\Standards\Shortfalls;
use App\Standards\StandardsChanged;
use App\Standards\StandardsPolicy;
use App\Standards\StandardsStore;
use App\Standards\StandardsVersion;
use App\Standards\UniqueValues;
use App\Standards\ValueNames;
use App\Supporters\PostalForms;
use App\Supporters\RecordPolicy;
use App\Supporters\SearchIndex;
use App\Supporters\Searching\GatheredSupporters;
use App\Supporters\SupporterColumns;
use App\Supporters\ValuesInSearches;
use App\Today\JobsBegunAgain;
use Illuminate\Auth\Access\Response as Answer;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;
use Illuminate\Queue\Events\Looping;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\ServiceProvider;
use Laravel\Sanctum\PersonalAccessToken;
use Laravel\Sanctum\Sanctum;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\Directory\PostalDirectory;
use PineSieve\Core\Addresses\PlaceCheck;
use PineSieve\Core\Addresses\Places;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\TakenValues;
use Symfony\Component\HttpFoundation\Response;

final class SieveServiceProvider extends ServiceProvider
{
    /** From one address; a platform sends some a minute. */
    private const NOTICES_PER_MINUTE = 600;

    public function register(): void
    {
        $this->app->bind(Connection::class, static fn() => DB::connection());
        // Standards can change at any time: each request and each job sees those that there are.
        $this->app->scoped(StandardsVersion::class);
        $this->app->scoped(Standards::class, static function (): Standards {
            app(StandardsVersion::class);

            return app(StandardsStore::class)->read();
        });
        $this->app->scoped(Places::class, static fn(): Places => MorePlaces::directory());
        $this->app->scoped(PlaceCheck::class, static fn(): PlaceCheck => new PlaceCheck(app(Places::class)));
        $this->app->scoped(DirectorySettings::class, static fn(): DirectorySettings => DirectorySettings::read());
        $this->app->bind(PostalDirectory::class, HttpDirectory::class);
        $this->app->scoped(FieldCatalog::class, static fn(): FieldCatalog => app(Standards::class)->catalog);
        $this->app->scoped(Formats::class, static fn(): Formats => app(Standards::class)->formats);
        $this->app->bind(TakenValues::class, UniqueValues::class);
        $this->app->scoped(RuleSets::class);
        $this->app->scoped(GatheredSupporters::class);
        $this->app->singleton(Heartbeat::class);
        $this->app->tag(
            [
                SearchIndex::class,
                PostalForms::class,
                AddressStates::class,
                Shortfalls::class,
                GiftIndex::class,
                GiftYears::class,
                PromiseIndex::class,
                ForgetsTheGone::class,
                Notices::class,
            ],
            FollowsWrites::class,
        );
        $this->app->when(RecordWriter::class)->needs('$followers')->giveTagged(FollowsWrites::class);
        $this->app->bind(RowSources::class, IntakeSources::class);
        $this->app->tag(
            [
                IntakesUnderWay::class,
                SearchUnderWay::class,
                RereadUnderWay::class,
                ChecksUnderWay::class,
                BulkUnderWay::class,
                MailingsUnderWay::class,
                TakingsUnderWay::class,
                ErasedAgain::class,
                JobsBegunAgain::class,
            ],
            UnderWay::class,
        );
        $this->app->tag(
            [
                ForgetsRows::class,
                ForgetsChecked::class,
                ForgetsPeople::class,
                ForgetsFiles::class,
                ForgetsAnswers::class,
                ForgetsTold::class,
                ForgetsNotices::class,
            ],
            Forgets::class,
        );
        $this->app->when(Erasing::class)->needs('$keepers')->giveTagged(Forgets::class);
        $this->app
            ->when(ListViewController::class)
            ->needs('$lists')
            ->give(
                static fn(): array => [
                    app(SupporterColumns::class),
                    GiftColumns::list(),
                    PromiseColumns::list(),
                    BatchColumns::list(),
                    IntakeColumns::list(),
                    AddressColumns::list(),
                ],
            );
        $this->app->when(Settling::class)->needs('$works')->giveTagged(UnderWay::class);
        $this->app->tag(
            [ValueNames::class, ValuesInPlans::class, ValuesInSearches::class, ValuesInBatches::class, Funds::class],
            NamesValues::class,
        );
    }

    public function boot(): void
    {
        Model::shouldBeStrict(!$this->app->isProduction());
        Gate::policy(Intake::class, IntakePolicy::class);
        Gate::policy(SavedPlan::class, SavedPlanPolicy::class);
        Gate::policy(CustomField::class, StandardsPolicy::class);
        Gate::define('edit-records', static fn(User $user): bool => $user->mayEdit());
        // A merge shows whole records: whoever may not see a field can't tell what would become of it.
        Gate::define(
            'merge',
            static fn(User $user): Answer => match (true) {
                !$user->mayLoad() => Answer::deny('Only people who may load may merge. Ask whoever runs the database.'),
                FieldAccess::ofUser()->seesAll() => Answer::allow(),
                default => Answer::deny('A merge shows whole records, so it takes someone who may see every field.'),
            },
        );
        // A check shows whole addresses, and puts them right.
        Gate::define('check-addresses', static function (User $user): Answer {
            $sight = FieldAccess::ofUser();
            $hidden = array_filter(
                Address::PARTS,
                static fn(string $part): bool => !$sight->sees("address.{$part}") || !$sight->edits("address.{$part}"),
            );

            return match (true) {
                !$user->mayLoad() => Answer::deny('Only people who may load may check addresses. Ask whoever runs the database.'),
                $hidden !== [] => Answer::deny('Some of the fields of an address are hidden from you, or you may not change them.'),
                default => Answer::allow(),
            };
        });
        // A batch is its sums: whoever may not see amounts sees none.
        Gate::define('set-connections', static fn(User $user): bool => $user->maySetStandards());
        Gate::define('see-batches', static fn(): bool => FieldAccess::ofUser()->sees('gift.amount'));
        Gate::define('post-batches', static fn(User $user): bool => $user->mayPost() && FieldAccess::ofUser()->sees('gift.amount'));
        Gate::define('book-gifts', static function (User $user): bool {
            $sight = FieldAccess::ofUser();
            $unseen = array_filter(
                ['gift.amount', 'gift.date', 'gift.kind', 'gift.fund'],
                static fn(string $field): bool => !$sight->sees($field),
            );

            return $user->mayPost() && $unseen === [];
        });
        Gate::define('take-restore-points', static fn(User $user): bool => $user->mayLoad() || $user->mayAdminister());
        Gate::define('administer', static fn(User $user): bool => $user->mayAdminister());
        Gate::policy(Supporter::class, RecordPolicy::class);
        Gate::policy(Gift::class, RecordPolicy::class);
        Event::listen(StandardsChanged::class, FollowStandards::class);
        Event::listen(StandardsChanged::class, WorkOutAnew::class);
        Event::listen(RowsWorkedOut::class, IntakeAddresses::class);
        Event::listen(Looping::class, static fn() => app(Heartbeat::class)->beat());
        // Each guess at one account is slow from one place, from many places, and at many accounts from one place.
        RateLimiter::for('sign-in', static function (Request $request): array {
            $email = $request->input('email');
            $email = is_string($email) ? mb_substr(User::emailKey($email), 0, 190) : '';

            return array_map(
                static fn(Limit $limit): Limit => self::ofFailures(
                    $limit,
                    'Too many attempts to sign in. Wait a minute and try again; if you forgot the password, an administrator can give you a new one.',
                ),
                [
                    Limit::perMinute(10)->by("{$email}|{$request->ip()}"),
                    Limit::perHour(60)->by("account {$email}"),
                    Limit::perMinute(60)->by("place {$request->ip()}"),
                ],
            );
        });
        // A token ends with the account of the person who made it, and rests while that person has to set a password.
        Sanctum::authenticateAccessTokensUsing(static function (PersonalAccessToken $token, bool $isValid): bool {
            $user = $token->tokenable;

            return $isValid && $user instanceof User && $user->disabled_at === null && !$user->must_change;
        });
        RateLimiter::for('programs', static function (Request $request): Limit {
            $token = $request->user()?->currentAccessToken();

            return Limit::perMinute((int) config('sieve.requests_per_minute'))->by(
                $token instanceof PersonalAccessToken ? "token {$token->getKey()}" : "address {$request->ip()}",
            );
        });
        RateLimiter::for(
            'notices',
            static fn(Request $request): Limit => Limit::perMinute(self::NOTICES_PER_MINUTE)->by("inbox {$request->ip()}"),
        );
        RateLimiter::for(
            'password',
            static fn(Request $request): array => array_map(
                static fn(Limit $limit): Limit => self::ofFailures(
                    $limit,
                    'Too many attempts to change the password. Wait a minute and try again.',
                ),
                [Limit::perMinute(10)->by("minute {$request->user()?->id}"), Limit::perHour(60)->by("hour {$request->user()?->id}")],
            ),
        );
    }

    /** A success is no guess: whoever signs in often is not kept out. */
    private static function ofFailures(Limit $limit, string $message): Limit
    {
        return $limit
            ->after(static fn(Response $response): bool => $response->getStatusCode() >= 400)
            ->response(static fn() => response()->json(['message' => $message], 429));
    }
}
