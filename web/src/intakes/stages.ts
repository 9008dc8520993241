import type { Intake } from '../api/types';
import { count, counted, moment } from '../shared/format';

export interface Stage {
  key: 'source' | 'columns' | 'checks' | 'matches' | 'addresses' | 'load' | 'proof';
  name: string;
  /** Rows that go on from here; null while nobody knows yet. */
  passed: number | null;
  /** Rows that were caught here, with a word for it. */
  caught: string | null;
  about: string;
  reached: boolean;
}

/** What waits for someone at the addresses. */
const addressesCaught = (intake: Intake): string | null =>
  [
    intake.addresses.ask > 0 ? `${count(intake.addresses.ask)} to accept` : '',
    intake.verified.not_found > 0 ? `${count(intake.verified.not_found)} not found` : '',
  ]
    .filter(Boolean)
    .join(', ') || null;

const addressesAbout = (intake: Intake): string => {
  const { confirmed, question, not_found: notFound } = intake.verified;
  return confirmed + question + notFound === 0
    ? `${count(intake.addresses.accepted)} put right`
    : `${count(confirmed + question)} confirmed, ${count(notFound)} not found`;
};

/** The sieve of an intake: what passed each stage and what it caught. */
export function stages(intake: Intake): Stage[] {
  const read = !['typing', 'reading', 'failed'].includes(intake.state);
  const sifted = intake.is_sifted && intake.state !== 'sifting' && read;
  const loaded = intake.loaded_at !== null;
  const checked = intake.rows - intake.held.problem - intake.held.person - intake.outcomes.left_out;
  const matched = checked - intake.held.unsure;
  const { look, open, sure, left_behind: left } = intake.columns;
  const atChecks = intake.held.problem + intake.held.person;
  return [
    {
      key: 'source',
      name: 'Source',
      passed: read ? intake.rows : null,
      caught: null,
      about: read ? counted(intake.rows, 'row') : intake.file_name,
      reached: true,
    },
    {
      key: 'columns',
      name: 'Columns',
      passed: sifted || intake.state === 'sifting' ? intake.rows : null,
      caught: look + open > 0 && read ? `${open} open, ${look} to look at` : null,
      about: !read ? '' : intake.plan_name !== null ? `plan: ${intake.plan_name}` : `${sure} sure, ${left} left behind`,
      reached: read,
    },
    {
      key: 'checks',
      name: 'Checks',
      passed: sifted ? checked : null,
      caught:
        sifted && atChecks + intake.outcomes.left_out > 0
          ? [
              atChecks > 0 ? `${count(atChecks)} held` : '',
              intake.outcomes.left_out > 0 ? `${count(intake.outcomes.left_out)} left out` : '',
            ]
              .filter(Boolean)
              .join(', ')
          : null,
      about: sifted ? 'all pass' : '',
      reached: sifted,
    },
    {
      key: 'matches',
      name: 'Matches',
      passed: sifted ? matched : null,
      caught: sifted && intake.held.unsure > 0 ? `${count(intake.held.unsure)} unsure` : null,
      about: sifted ? 'all settled' : '',
      reached: sifted,
    },
    {
      key: 'addresses',
      name: 'Addresses',
      passed: sifted ? matched : null,
      caught: sifted && !loaded ? addressesCaught(intake) : null,
      about: sifted ? addressesAbout(intake) : '',
      reached: sifted,
    },
    {
      key: 'load',
      name: 'Load',
      passed: loaded ? matched : null,
      caught: null,
      about: intake.loaded_at !== null ? moment(intake.loaded_at) : '',
      reached: sifted,
    },
    {
      key: 'proof',
      name: 'Proof',
      passed: null,
      caught: null,
      about: intake.state === 'undone' ? 'undone' : loaded ? 'see the sums' : '',
      reached: loaded,
    },
  ];
}

/** Where a person should go on. */
export function nextStage(intake: Intake): Stage['key'] {
  if (intake.loaded_at !== null || intake.state === 'undoing') {
    return 'proof';
  }
  if (intake.state === 'reading' || intake.state === 'failed') {
    return 'source';
  }
  if (['loading', 'waiting', 'stopped'].includes(intake.state)) {
    return 'load';
  }
  if (!intake.is_sifted) {
    return 'columns';
  }
  return intake.held.problem > 0 ? 'checks' : intake.held.unsure > 0 ? 'matches' : intake.addresses.ask > 0 ? 'addresses' : 'load';
}
