<?php

use App\Accounting\Http\AccountingController;
use App\Accounts\Http\AccountController;
use App\Accounts\Http\OwnPassword;
use App\Accounts\Http\PeopleController;
use App\Accounts\Http\SessionController;
use App\AddressChecks\Http\AddressController;
use App\AddressChecks\Http\AddressListController;
use App\AddressChecks\Http\CheckController;
use App\AddressChecks\Http\UndeliverableController;
use App\Addresses\Http\DirectoryController;
use App\Addresses\Http\PlaceController;
use App\Api\Http\TokenController;
use App\Batches\Http\BatchController;
use App\Batches\Http\EntryController;
use App\BulkChanges\Http\BulkChangeController;
use App\Connections\Http\ConnectionController;
use App\Connections\Http\InboxController;
use App\Duplicates\Http\MatchRuleController;
use App\Erasing\Http\ErasureController;
use App\Exports\Http\AboutOneController;
use App\Exports\Http\ExportController;
use App\Exports\Http\SavedExportController;
use App\Exports\Http\StatementController;
use App\Gifts\Http\FundController;
use App\Gifts\Http\GiftController;
use App\Gifts\Http\GiftFormController;
use App\Gifts\Http\GivingController;
use App\Installation\Http\RestorePointController;
use App\Intakes\Http\ColumnController;
use App\Intakes\Http\FindingController;
use App\Intakes\Http\GridController;
use App\Intakes\Http\HeldController;
use App\Intakes\Http\IntakeController;
use App\Intakes\Http\LoadController;
use App\Intakes\Http\PlanController;
use App\Intakes\Http\RowController;
use App\Intakes\Http\SourceController;
use App\Intakes\Http\TemplateController;
use App\Lists\Http\ListViewController;
use App\Mailings\Http\MailingController;
use App\Merging\Http\DuplicateController;
use App\Merging\Http\MergeController;
use App\Notices\Http\WebhookController;
use App\Promises\Http\PromiseController;
use App\Promises\Http\PromiseFormController;
use App\Records\Http\ActController;
use App\Rereading\Http\RereadingController;
use App\Standards\Http\FieldController;
use App\Standards\Http\ListController;
use App\Standards\Http\OrganizationController;
use App\Standards\Http\RuleController;
use App\Support\Http\PlainQuery;
use App\Supporters\Http\FormController;
use App\Supporters\Http\NoteController;
use App\Supporters\Http\SavedSearchController;
use App\Supporters\Http\SearchFieldController;
use App\Supporters\Http\SupporterController;
use App\Today\Http\HealthController;
use App\Today\Http\PageController;
use App\Today\Http\TodayController;
use Illuminate\Support\Facades\Route;

// Without a session: it must answer when the database does not.
Route::get('/api/health', HealthController::class)->withoutMiddleware('web');
// Without one too: what another system sends is signed.
Route::post('/api/inbox/{inbox}', InboxController::class)->withoutMiddleware('web')->middleware('throttle:notices');

Route::prefix('api')->group(function (): void {
    Route::get('session', [SessionController::class, 'show']);
    Route::post('session', [SessionController::class, 'store'])->middleware('throttle:sign-in');

    Route::middleware(['auth', OwnPassword::class])->group(function (): void {
        Route::delete('session', [SessionController::class, 'destroy']);
        Route::get('today', TodayController::class);
        Route::put('password', [AccountController::class, 'password'])->middleware('throttle:password');
        Route::get('messages', [AccountController::class, 'messages']);
        Route::post('messages/read', [AccountController::class, 'read']);
        Route::get('sessions', [PeopleController::class, 'sessions']);
        Route::delete('sessions/{key}', [PeopleController::class, 'endSession'])->where('key', '[0-9a-f]{64}');
        Route::get('people', [PeopleController::class, 'index']);
        Route::post('people', [PeopleController::class, 'store']);
        Route::patch('people/{user}', [PeopleController::class, 'update'])->whereNumber('user');
        Route::get('audit', [PeopleController::class, 'audit']);
        Route::post('acts/{act}/undo', [ActController::class, 'undo'])->whereNumber('act');
        Route::get('acts/{act}/undo', [ActController::class, 'undone'])->whereNumber('act');
        Route::get('rereadings', [RereadingController::class, 'index']);
        Route::post('rereadings/look', [RereadingController::class, 'look']);
        Route::post('rereadings/take', [RereadingController::class, 'take']);
        Route::post('rereadings/leave', [RereadingController::class, 'leave']);
        Route::get('webhooks', [WebhookController::class, 'index']);
        Route::post('webhooks', [WebhookController::class, 'store']);
        Route::patch('webhooks/{webhook}', [WebhookController::class, 'update'])->whereNumber('webhook');
        Route::delete('webhooks/{webhook}', [WebhookController::class, 'destroy'])->whereNumber('webhook');
        Route::get('restore-points', [RestorePointController::class, 'index']);
        Route::post('restore-points', [RestorePointController::class, 'store']);
        Route::put('restore-points/schedule', [RestorePointController::class, 'schedule']);
        Route::prefix('restore-points/{name}')
            ->where(['name' => '[0-9a-z-]{10,40}'])
            ->group(function (): void {
                Route::get('check', [RestorePointController::class, 'check']);
                Route::get('file', [RestorePointController::class, 'download']);
                Route::post('restore', [RestorePointController::class, 'restore']);
                Route::delete('', [RestorePointController::class, 'destroy']);
            });
        Route::get('organization', [OrganizationController::class, 'show']);
        Route::put('organization', [OrganizationController::class, 'update']);
        Route::get('fields', [FieldController::class, 'index']);
        Route::post('fields', [FieldController::class, 'store']);
        Route::get('targets/{target}', [FieldController::class, 'meant'])->where('target', '[a-z0-9_.]+');
        Route::get('catalog', [FieldController::class, 'catalog']);
        Route::prefix('fields/{field}')
            ->where(['field' => '[a-z0-9_.]+'])
            ->group(function (): void {
                Route::patch('', [FieldController::class, 'update']);
                Route::post('type', [FieldController::class, 'retype']);
                Route::get('list', [ListController::class, 'show']);
                Route::put('list', [ListController::class, 'update']);
                Route::post('list/values', [ListController::class, 'add']);
                Route::post('list/merge', [ListController::class, 'merge']);
            });
        Route::get('rules', [RuleController::class, 'index']);
        Route::post('rules', [RuleController::class, 'store']);
        Route::post('rules/preview', [RuleController::class, 'preview']);
        Route::put('rules/{rule}', [RuleController::class, 'update'])->whereNumber('rule');
        Route::delete('rules/{rule}', [RuleController::class, 'destroy'])->whereNumber('rule');
        Route::get('rules/{rule}/shortfalls', [RuleController::class, 'shortfalls'])->whereNumber('rule');
        Route::post('rules/{rule}/shortfalls', [RuleController::class, 'remedy'])->whereNumber('rule');
        Route::get('match-rules', [MatchRuleController::class, 'index']);
        Route::post('match-rules', [MatchRuleController::class, 'store']);
        Route::get('match-rules/weights', [MatchRuleController::class, 'weights']);
        Route::put('match-rules/words', [MatchRuleController::class, 'words']);
        Route::post('match-rules/example', [MatchRuleController::class, 'example']);
        Route::put('match-rules/used', [MatchRuleController::class, 'use']);
        Route::delete('match-rules/{set}', [MatchRuleController::class, 'destroy'])->whereNumber('set');
        Route::post('match-rules/try', [MatchRuleController::class, 'try']);
        Route::get('match-rules/try/{search}', [MatchRuleController::class, 'tried'])->whereNumber('search');
        Route::get('plans', [PlanController::class, 'index']);
        Route::post('plans', [PlanController::class, 'store']);
        Route::get('plans/{plan}', [PlanController::class, 'show'])->whereNumber('plan');
        Route::patch('plans/{plan}', [PlanController::class, 'update'])->whereNumber('plan');
        Route::delete('plans/{plan}', [PlanController::class, 'destroy'])->whereNumber('plan');
        Route::post('plans/{plan}/copy', [PlanController::class, 'copy'])->whereNumber('plan');
        Route::get('plans/{plan}/file', [PlanController::class, 'export'])->whereNumber('plan');

        // The fields of a sheet are a list; the controller checks it.
        Route::get('template', TemplateController::class)->withoutMiddleware(PlainQuery::class);
        Route::get('intakes', [IntakeController::class, 'index']);
        Route::post('intakes', [IntakeController::class, 'store']);
        Route::prefix('intakes/{intake}')->group(function (): void {
            Route::get('', [IntakeController::class, 'show']);
            Route::patch('', [IntakeController::class, 'update']);
            Route::delete('', [IntakeController::class, 'destroy']);
            Route::post('sift', [IntakeController::class, 'sift']);
            Route::post('continue', [IntakeController::class, 'carryOn']);
            Route::get('source', [SourceController::class, 'show']);
            Route::patch('source', [SourceController::class, 'update']);
            Route::get('columns', [ColumnController::class, 'index']);
            Route::post('columns/accept', [ColumnController::class, 'accept']);
            Route::post('columns/leave', [ColumnController::class, 'leave']);
            Route::get('columns/{column}', [ColumnController::class, 'show'])->whereNumber('column');
            Route::patch('columns/{column}', [ColumnController::class, 'update'])->whereNumber('column');
            Route::post('columns/{column}/preview', [ColumnController::class, 'preview'])->whereNumber('column');
            Route::get('columns/{column}/table', [ColumnController::class, 'table'])->whereNumber('column');
            Route::get('findings', [FindingController::class, 'index']);
            Route::post('findings', [FindingController::class, 'remedy']);
            Route::patch('plan', [ColumnController::class, 'settings']);
            Route::post('plan', [PlanController::class, 'save']);
            Route::put('plan', [PlanController::class, 'apply']);
            Route::get('rows/{number}', [RowController::class, 'show'])->whereNumber('number');
            Route::get('rows/{number}/match', [RowController::class, 'match'])->whereNumber('number');
            Route::get('checks', [RowController::class, 'checks']);
            Route::get('problems', [RowController::class, 'problems']);
            Route::get('matches', [RowController::class, 'matches']);
            Route::get('match-groups', [RowController::class, 'groups']);
            Route::get('addresses', [RowController::class, 'addresses']);
            Route::get('address-groups', [RowController::class, 'addressGroups']);
            Route::post('address-groups', [RowController::class, 'decideAddresses']);
            Route::get('address-check', [CheckController::class, 'ofIntake']);
            Route::post('address-check', [CheckController::class, 'askOfIntake']);
            Route::get('preview', [RowController::class, 'preview']);
            Route::post('match-groups', [RowController::class, 'decideGroup']);
            Route::post('edits', [RowController::class, 'edit']);
            Route::post('edits/blank', [RowController::class, 'blank']);
            Route::post('edits/leave-out', [RowController::class, 'leaveOut']);
            Route::delete('edits', [RowController::class, 'takeBack']);
            Route::post('trial', [LoadController::class, 'trial']);
            Route::post('load', [LoadController::class, 'load']);
            Route::get('proof', [LoadController::class, 'proof']);
            Route::get('records', [LoadController::class, 'records']);
            Route::get('untaken', [LoadController::class, 'untaken']);
            Route::get('held.csv', [HeldController::class, 'download']);
            Route::get('file', [LoadController::class, 'original']);
            Route::post('stop', [LoadController::class, 'stop']);
            Route::post('place', [LoadController::class, 'move']);
            Route::post('redo', [LoadController::class, 'redo']);
            Route::get('undo', [LoadController::class, 'undoPreview']);
            Route::post('undo', [LoadController::class, 'undo']);
        });

        Route::post('grids', [GridController::class, 'store']);
        Route::get('grids/{intake}', [GridController::class, 'show']);
        Route::patch('grids/{intake}', [GridController::class, 'update']);
        Route::put('grids/{intake}/rows', [GridController::class, 'rows']);
        Route::post('grids/{intake}/finish', [GridController::class, 'finish']);
        Route::get('layouts', [GridController::class, 'layouts']);
        Route::post('layouts', [GridController::class, 'storeLayout']);
        Route::delete('layouts/{layout}', [GridController::class, 'destroyLayout'])->whereNumber('layout');
        Route::get('held', [HeldController::class, 'index']);
        Route::post('held/fix', [HeldController::class, 'fix']);
        Route::post('held/decide', [HeldController::class, 'decide']);
        Route::get('supporters', [SupporterController::class, 'index']);
        Route::get('lists/{list}', [ListViewController::class, 'show'])->whereAlpha('list');
        Route::put('lists/{list}', [ListViewController::class, 'keep'])->whereAlpha('list');
        Route::get('bulk-fields', [BulkChangeController::class, 'fields']);
        Route::post('bulk-changes', [BulkChangeController::class, 'store']);
        Route::prefix('bulk-changes/{bulkChange}')
            ->whereNumber('bulkChange')
            ->group(static function (): void {
                Route::get('', [BulkChangeController::class, 'show']);
                Route::get('records', [BulkChangeController::class, 'records']);
                Route::post('write', [BulkChangeController::class, 'write']);
                Route::delete('', [BulkChangeController::class, 'destroy']);
            });
        Route::post('supporters/{supporter}/notes', [NoteController::class, 'store'])->whereNumber('supporter');
        Route::put('supporters/{supporter}/notes/{note}', [NoteController::class, 'update'])->whereNumber(['supporter', 'note']);
        Route::delete('supporters/{supporter}/notes/{note}', [NoteController::class, 'destroy'])->whereNumber(['supporter', 'note']);
        Route::get('supporters/{supporter}/erasure', [ErasureController::class, 'show'])->whereNumber('supporter');
        Route::post('supporters/{supporter}/erasure', [ErasureController::class, 'store'])->whereNumber('supporter');
        Route::get('supporters/{supporter}/about.zip', [AboutOneController::class, 'show'])->whereNumber('supporter');
        Route::get('mailings', [MailingController::class, 'index']);
        Route::post('mailings', [MailingController::class, 'store']);
        Route::prefix('mailings/{mailing}')
            ->whereNumber('mailing')
            ->group(static function (): void {
                Route::get('', [MailingController::class, 'show']);
                Route::get('people', [MailingController::class, 'people']);
                Route::put('letter', [MailingController::class, 'letter']);
                Route::get('list.csv', [MailingController::class, 'list']);
                Route::get('labels.pdf', [MailingController::class, 'labels']);
                Route::get('letters.pdf', [MailingController::class, 'letters']);
                Route::delete('', [MailingController::class, 'destroy']);
            });
        Route::get('tokens', [TokenController::class, 'index']);
        Route::post('tokens', [TokenController::class, 'store']);
        Route::delete('tokens/{token}', [TokenController::class, 'destroy'])->whereNumber('token');
        Route::get('searches/fields', [SearchFieldController::class, 'index']);
        Route::get('places', [PlaceController::class, 'index']);
        Route::get('exports', [ExportController::class, 'index']);
        Route::post('exports', [ExportController::class, 'store']);
        Route::post('exports/preview', [ExportController::class, 'preview']);
        Route::get('accounting', [AccountingController::class, 'index']);
        Route::put('accounting/accounts', [AccountingController::class, 'accounts']);
        Route::post('accounting/open', [AccountingController::class, 'open']);
        Route::post('accounting/takings', [AccountingController::class, 'take']);
        Route::get('accounting/takings/{taking}', [AccountingController::class, 'show'])->whereNumber('taking');
        Route::get('accounting/takings/{taking}/journal.csv', [AccountingController::class, 'file'])->whereNumber('taking');
        Route::delete('accounting/takings/{taking}', [AccountingController::class, 'putBack'])->whereNumber('taking');
        Route::get('giving', [GivingController::class, 'show']);
        Route::post('statements', [StatementController::class, 'store']);
        Route::post('statements/preview', [StatementController::class, 'preview']);
        Route::post('saved-exports', [SavedExportController::class, 'store']);
        Route::post('saved-exports/{savedExport}/run', [SavedExportController::class, 'run'])->whereNumber('savedExport');
        Route::put('saved-exports/{savedExport}', [SavedExportController::class, 'update'])->whereNumber('savedExport');
        Route::delete('saved-exports/{savedExport}', [SavedExportController::class, 'destroy'])->whereNumber('savedExport');
        Route::get('exports/{export}/file', [ExportController::class, 'download'])->whereNumber('export');
        Route::get('exports/{export}/control.json', [ExportController::class, 'control'])->whereNumber('export');
        Route::delete('exports/{export}', [ExportController::class, 'destroy'])->whereNumber('export');
        Route::get('postal-directory', [DirectoryController::class, 'show']);
        Route::put('postal-directory', [DirectoryController::class, 'update']);
        Route::post('postal-directory/try', [DirectoryController::class, 'try']);
        Route::get('connections', [ConnectionController::class, 'index']);
        Route::post('connections', [ConnectionController::class, 'store']);
        Route::post('connections/look', [ConnectionController::class, 'look']);
        Route::prefix('connections/{connection}')
            ->whereNumber('connection')
            ->group(function (): void {
                Route::get('', [ConnectionController::class, 'show']);
                Route::put('', [ConnectionController::class, 'update']);
                Route::delete('', [ConnectionController::class, 'destroy']);
                Route::get('file', [ConnectionController::class, 'file']);
                Route::post('pull', [ConnectionController::class, 'pull']);
            });
        Route::get('addresses', [AddressController::class, 'index']);
        Route::get('undeliverable', [UndeliverableController::class, 'index']);
        Route::post('undeliverable/{address}', [UndeliverableController::class, 'remedy'])->whereNumber('address');
        Route::post('address-lists', [AddressListController::class, 'store']);
        Route::get('address-checks', [CheckController::class, 'index']);
        Route::post('address-checks', [CheckController::class, 'store']);
        Route::prefix('address-checks/{check}')
            ->whereNumber('check')
            ->group(function (): void {
                Route::get('', [CheckController::class, 'show']);
                Route::delete('', [CheckController::class, 'destroy']);
                Route::get('columns', [AddressListController::class, 'columns']);
                Route::put('columns', [AddressListController::class, 'map']);
                Route::post('start', [AddressListController::class, 'start']);
                Route::post('ask', [CheckController::class, 'ask']);
                Route::get('rows', [CheckController::class, 'rows']);
                Route::get('beside/{other}', [CheckController::class, 'beside'])->whereNumber('other');
                Route::post('decide', [CheckController::class, 'decide']);
                Route::post('apply', [CheckController::class, 'apply']);
                Route::get('statement.pdf', [CheckController::class, 'statement']);
                Route::get('file', [AddressListController::class, 'result']);
                Route::get('failed.csv', [AddressListController::class, 'failed']);
                Route::get('columns.csv', [AddressListController::class, 'explained']);
            });
        Route::get('supporters/{supporter}', [SupporterController::class, 'show'])
            ->whereNumber('supporter')
            ->missing(SupporterController::gone(...));
        Route::get('supporters.csv', [SupporterController::class, 'export']);
        Route::post('merges/preview', [MergeController::class, 'preview']);
        Route::post('merges', [MergeController::class, 'store']);
        Route::get('merges/{merge}', [MergeController::class, 'show'])->whereNumber('merge');
        Route::post('merges/{merge}/apart', [MergeController::class, 'apart'])->whereNumber('merge');
        Route::get('duplicates', [DuplicateController::class, 'index']);
        Route::post('duplicates/search', [DuplicateController::class, 'search']);
        Route::put('duplicates/schedule', [DuplicateController::class, 'schedule']);
        Route::post('duplicates/claim', [DuplicateController::class, 'claim']);
        Route::get('duplicates/certain', [DuplicateController::class, 'sample']);
        Route::post('duplicates/certain', [DuplicateController::class, 'mergeCertain']);
        Route::get('duplicates/groups', [DuplicateController::class, 'groups']);
        Route::post('duplicates/groups', [DuplicateController::class, 'decideGroup']);
        Route::post('duplicates/rounds/{round}/take-back', [DuplicateController::class, 'takeBackRound'])->whereNumber('round');
        Route::post('duplicates/not-the-same', [DuplicateController::class, 'notTheSame']);
        Route::post('duplicates/household', [DuplicateController::class, 'household']);
        Route::post('duplicates/household/{household}/take-back', [DuplicateController::class, 'noHousehold'])->whereNumber('household');
        Route::put('duplicates/fields', [DuplicateController::class, 'fields']);
        Route::get('duplicates/not-the-same', [DuplicateController::class, 'decisions']);
        Route::delete('duplicates/not-the-same/{one}/{other}', [DuplicateController::class, 'withdraw'])->whereNumber(['one', 'other']);
        Route::get('searches', [SavedSearchController::class, 'index']);
        Route::post('searches', [SavedSearchController::class, 'store']);
        Route::delete('searches/{savedSearch}', [SavedSearchController::class, 'destroy'])->whereNumber('savedSearch');
        Route::get('merge-policies', [MergeController::class, 'policies']);
        Route::post('merge-policies', [MergeController::class, 'storePolicy']);
        Route::delete('merge-policies/{policy}', [MergeController::class, 'destroyPolicy'])->whereNumber('policy');
        Route::get('forms', [FormController::class, 'fields']);
        Route::post('supporters', [FormController::class, 'store']);
        Route::post('supporters/check', [FormController::class, 'check']);
        Route::prefix('supporters/{supporter}')
            ->whereNumber('supporter')
            ->group(function (): void {
                Route::get('form', [FormController::class, 'show']);
                Route::put('form', [FormController::class, 'update']);
                Route::get('history', [FormController::class, 'history']);
                Route::post('history/{entry}', [FormController::class, 'putBack'])->whereNumber('entry');
                Route::post('gifts', [GiftFormController::class, 'store']);
                Route::post('gifts/check', [GiftFormController::class, 'check']);
                Route::put('gifts/{gift}', [GiftFormController::class, 'update'])->whereNumber('gift');
                Route::delete('gifts/{gift}', [GiftFormController::class, 'destroy'])->whereNumber('gift');
                Route::post('promises', [PromiseFormController::class, 'store']);
                Route::post('promises/check', [PromiseFormController::class, 'check']);
                Route::put('promises/{promise}', [PromiseFormController::class, 'update'])->whereNumber('promise');
                Route::delete('promises/{promise}', [PromiseFormController::class, 'destroy'])->whereNumber('promise');
            });
        Route::get('gifts', [GiftController::class, 'index']);
        Route::get('supporter-names', [SupporterController::class, 'names']);
        Route::get('promises', [PromiseController::class, 'index']);
        Route::get('promises/{promise}', [PromiseController::class, 'show'])->whereNumber('promise');
        Route::get('unattached-payments', [PromiseController::class, 'unattached']);
        Route::get('funds/{purpose}', [FundController::class, 'index']);
        Route::put('funds/{purpose}', [FundController::class, 'update']);
        Route::get('gifts/{gift}', [GiftController::class, 'show'])->whereNumber('gift');
        Route::get('batches', [BatchController::class, 'index']);
        Route::post('batches', [BatchController::class, 'store']);
        Route::put('batch-settings', [BatchController::class, 'settings']);
        Route::get('batch-supporters', [EntryController::class, 'find']);
        Route::get('batch-supporters/{supporter}', [EntryController::class, 'who'])->whereNumber('supporter');
        Route::get('batch-fields', [EntryController::class, 'fields']);
        Route::put('batch-fields', [EntryController::class, 'keepFields']);
        Route::prefix('batches/{batch}')
            ->whereNumber('batch')
            ->group(function (): void {
                Route::get('', [BatchController::class, 'show']);
                Route::patch('', [BatchController::class, 'update']);
                Route::delete('', [BatchController::class, 'destroy']);
                Route::get('report.pdf', [BatchController::class, 'report']);
                Route::post('ready', [BatchController::class, 'ready']);
                Route::post('reopen', [BatchController::class, 'reopen']);
                Route::post('post', [BatchController::class, 'post']);
                Route::post('take-back', [BatchController::class, 'takeBack']);
                Route::post('entries', [EntryController::class, 'store']);
                Route::post('entries/check', [EntryController::class, 'check']);
                Route::put('entries/{entry}', [EntryController::class, 'update'])->whereNumber('entry');
                Route::delete('entries/{entry}', [EntryController::class, 'destroy'])->whereNumber('entry');
            });
    });

    Route::any('{any}', static fn() => response()->json(['message' => 'There is nothing at this address.'], 404))->where('any', '.*');
});

Route::get('{any}', PageController::class)->where('any', '.*');
