import { Navigate, Route, Routes } from 'react-router';
import { AccountPage } from '../account/AccountPage';
import { MailingPage } from '../mailings/MailingPage';
import { MailingsPage } from '../mailings/MailingsPage';
import { ProgramsPage } from '../account/ProgramsPage';
import { OwnPassword } from '../account/PasswordForm';
import { BatchesPage } from '../batches/BatchesPage';
import { BatchPage } from '../batches/BatchPage';
import { ReportPage } from '../batches/ReportPage';
import { EntryPage } from '../entry/EntryPage';
import { GridPage } from '../entry/GridPage';
import { AccountingPage } from '../accounting/AccountingPage';
import { JournalPage } from '../accounting/JournalPage';
import { StatementsPage } from '../exports/StatementsPage';
import { TotalsPage } from '../gifts/TotalsPage';
import { ExportsPage } from '../exports/ExportsPage';
import { FundsPage } from '../gifts/FundsPage';
import { GiftPage } from '../gifts/GiftPage';
import { GiftsPage } from '../gifts/GiftsPage';
import { HeldPage } from '../held/HeldPage';
import { AgainPage } from '../intakes/AgainPage';
import { AddressesStage } from '../intakes/addresses/AddressesStage';
import { ChecksStage } from '../intakes/checks/ChecksStage';
import { ColumnsStage } from '../intakes/columns/ColumnsStage';
import { IntakeFrame } from '../intakes/IntakeFrame';
import { IntakesPage } from '../intakes/IntakesPage';
import { LoadStage } from '../intakes/load/LoadStage';
import { MatchesStage } from '../intakes/matches/MatchesStage';
import { ProofStage } from '../intakes/proof/ProofStage';
import { RecordsPage } from '../intakes/proof/RecordsPage';
import { UntakenPage } from '../intakes/proof/UntakenPage';
import { RowPage } from '../intakes/RowPage';
import { TemplatePage } from '../intakes/TemplatePage';
import { SourceStage } from '../intakes/source/SourceStage';
import { ApartPage } from '../merging/ApartPage';
import { CertainPage } from '../merging/CertainPage';
import { GroupsPage } from '../merging/GroupsPage';
import { DuplicatesPage } from '../merging/DuplicatesPage';
import { MergePage } from '../merging/MergePage';
import { SaidApartPage } from '../merging/SaidApartPage';
import { AuditPage } from '../office/AuditPage';
import { DirectoryPage } from '../office/DirectoryPage';
import { NoticesPage } from '../office/NoticesPage';
import { PeoplePage } from '../office/PeoplePage';
import { RestorePage } from '../office/RestorePage';
import { PaymentsPage } from '../promises/PaymentsPage';
import { PromisePage } from '../promises/PromisePage';
import { PromisesPage } from '../promises/PromisesPage';
import { PlansPage } from '../plans/PlansPage';
import { FieldsPage } from '../standards/FieldsPage';
import { ListsPage } from '../standards/ListsPage';
import { MatchRulesPage } from '../standards/MatchRulesPage';
import { OrganizationPage } from '../standards/OrganizationPage';
import { RequiredPage } from '../standards/RequiredPage';
import { setHomeCurrency } from '../shared/format';
import { EditPage } from '../supporters/EditPage';
import { ErasePage } from '../supporters/ErasePage';
import { HistoryPage } from '../supporters/HistoryPage';
import { SupporterPage } from '../supporters/SupporterPage';
import { SupportersPage } from '../supporters/SupportersPage';
import { ConnectionPage, NewConnection } from '../connections/ConnectionPage';
import { ConnectionsPage } from '../connections/ConnectionsPage';
import { AllPage } from '../addresses/AllPage';
import { AddressesPage } from '../addresses/AddressesPage';
import { BesidePage } from '../addresses/BesidePage';
import { CheckPage } from '../addresses/CheckPage';
import { UnreachedPage } from '../addresses/UnreachedPage';
import { WherePage } from '../addresses/WherePage';
import { TodayPage } from '../today/TodayPage';
import { Frame } from './Frame';
import { useSession } from '../shared/session';
import { SignIn } from './SignIn';

export function App() {
  const session = useSession();
  if (session.data === undefined) {
    return session.error ? <p className="empty">{session.error.message}</p> : null;
  }
  setHomeCurrency(session.data.currency);
  if (session.data.user === null) {
    return <SignIn organization={session.data.organization} />;
  }
  if (session.data.user.must_change) {
    return <OwnPassword name={session.data.user.name} />;
  }
  return (
    <Routes>
      <Route element={<Frame user={session.data.user} organization={session.data.organization} />}>
        <Route index element={<TodayPage />} />
        <Route path="intakes" element={<IntakesPage />} />
        <Route path="intakes/template" element={<TemplatePage />} />
        <Route path="intakes/again" element={<AgainPage />} />
        <Route path="intakes/:id" element={<IntakeFrame />}>
          <Route path="source" element={<SourceStage />} />
          <Route path="columns" element={<ColumnsStage />} />
          <Route path="checks" element={<ChecksStage />} />
          <Route path="matches" element={<MatchesStage />} />
          <Route path="addresses" element={<AddressesStage />} />
          <Route path="load" element={<LoadStage />} />
          <Route path="proof" element={<ProofStage />} />
          <Route path="records" element={<RecordsPage />} />
          <Route path="untaken" element={<UntakenPage />} />
          <Route path="rows/:number" element={<RowPage />} />
        </Route>
        <Route path="plans" element={<PlansPage />} />
        <Route path="supporters" element={<SupportersPage />} />
        <Route path="connections" element={<ConnectionsPage />} />
        <Route path="connections/new" element={<NewConnection />} />
        <Route path="connections/:id" element={<ConnectionPage />} />
        <Route path="addresses" element={<AddressesPage />} />
        <Route path="addresses/all" element={<AllPage />} />
        <Route path="addresses/undeliverable" element={<UnreachedPage />} />
        <Route path="addresses/:id" element={<CheckPage />} />
        <Route path="addresses/:id/beside/:other" element={<BesidePage />} />
        <Route path="supporters/where" element={<WherePage />} />
        <Route path="supporters/new" element={<EditPage />} />
        <Route path="supporters/:id" element={<SupporterPage />} />
        <Route path="supporters/:id/edit" element={<EditPage />} />
        <Route path="supporters/:id/erase" element={<ErasePage />} />
        <Route path="supporters/:id/history" element={<HistoryPage />} />
        <Route path="duplicates" element={<DuplicatesPage />} />
        <Route path="duplicates/apart" element={<SaidApartPage />} />
        <Route path="duplicates/certain" element={<CertainPage />} />
        <Route path="duplicates/groups" element={<GroupsPage />} />
        <Route path="merge" element={<MergePage />} />
        <Route path="merges/:id" element={<ApartPage />} />
        <Route path="held" element={<HeldPage />} />
        <Route path="entry" element={<EntryPage />} />
        <Route path="entry/:id" element={<GridPage />} />
        <Route path="standards" element={<Navigate to="/standards/fields" replace />} />
        <Route path="standards/fields" element={<FieldsPage />} />
        <Route path="standards/required" element={<RequiredPage />} />
        <Route path="standards/lists" element={<ListsPage />} />
        <Route path="standards/matching" element={<MatchRulesPage />} />
        <Route path="standards/organization" element={<OrganizationPage />} />
        <Route path="office" element={<Navigate to="/office/people" replace />} />
        <Route path="office/people" element={<PeoplePage />} />
        <Route path="office/restore-points" element={<RestorePage />} />
        <Route path="office/notices" element={<NoticesPage />} />
        <Route path="office/directory" element={<DirectoryPage />} />
        <Route path="office/audit" element={<AuditPage />} />
        <Route path="account" element={<AccountPage />} />
        <Route path="mailings" element={<MailingsPage />} />
        <Route path="mailings/:id" element={<MailingPage />} />
        <Route path="account/programs" element={<ProgramsPage />} />
        <Route path="gifts" element={<GiftsPage />} />
        <Route path="exports" element={<ExportsPage />} />
        <Route path="exports/accounting" element={<AccountingPage />} />
        <Route path="exports/accounting/:id" element={<JournalPage />} />
        <Route path="exports/statements" element={<StatementsPage />} />
        <Route path="totals" element={<TotalsPage />} />
        <Route path="funds" element={<FundsPage />} />
        <Route path="promises" element={<PromisesPage />} />
        <Route path="promises/payments" element={<PaymentsPage />} />
        <Route path="promises/:id" element={<PromisePage />} />
        <Route path="gifts/:id" element={<GiftPage />} />
        <Route path="batches" element={<BatchesPage />} />
        <Route path="batches/:id" element={<BatchPage />} />
        <Route path="batches/:id/report" element={<ReportPage />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Route>
    </Routes>
  );
}
