import { describe, expect, it } from 'vitest';
import type { Intake, IntakeState } from '../api/types';
import { nextStage, stages } from './stages';

function intake(state: IntakeState, more: Partial<Intake> = {}): Intake {
  return {
    id: 14,
    name: 'Old database',
    state,
    file_name: 'old.csv',
    file_size: 1000,
    by: 'Odile',
    created_at: '2026-01-02T03:04:05Z',
    loaded_at: null,
    loaded_by: null,
    undone_at: null,
    plan_name: null,
    rows: 1204,
    is_sifted: false,
    columns: { total: 15, settled: false, sure: 8, look: 4, open: 1, left_behind: 2 },
    outcomes: { new: 0, updated: 0, unchanged: 0, held: 0, left_out: 0 },
    trial: null,
    held: { problem: 0, person: 0, unsure: 0 },
    namesakes: 0,
    addresses: { none: 0, same: 0, ask: 0, accepted: 0, kept: 0 },
    verified: { confirmed: 0, question: 0, not_found: 0, not_asked: 0 },
    replanned: 0,
    money: {},
    restore_point: null,
    may_change: true,
    settings: {
      effect: 'fill blanks',
      blanks_empty: false,
      system: 'old',
      accept_addresses: false,
      verify_addresses: false,
      groups: [],
      groups_new: [],
      tags: [],
      tags_new: [],
      no_contact: false,
      description: '',
      agreed: '',
      agreed_by: '',
      is_quiet: false,
      effects: {},
      new: 'add',
      unsure: 'hold',
      unreadable: {},
      notes_unread: false,
      batch: null,
      nameless: null,
      against: { kind: 'all' },
    },
    progress: { done: 0, total: 0, seconds: 0, per_second: null, seconds_left: null },
    error: null,
    balanced: true,
    ...more,
  };
}

const sifted: Partial<Intake> = {
  is_sifted: true,
  columns: { total: 15, settled: true, sure: 13, look: 0, open: 0, left_behind: 2 },
  outcomes: { new: 906, updated: 131, unchanged: 95, held: 59, left_out: 13 },
  trial: null,
  held: { problem: 36, person: 2, unsure: 21 },
  namesakes: 0,
  addresses: { none: 10, same: 100, ask: 1022, accepted: 0, kept: 0 },
};

const passed = (of: Intake): (number | null)[] => stages(of).map((stage) => stage.passed);
const caught = (of: Intake): (string | null)[] => stages(of).map((stage) => stage.caught);

describe('the sieve', () => {
  it('knows nothing before the file is read', () => expect(passed(intake('reading'))).toEqual([null, null, null, null, null, null, null]));

  it('stops at the columns until they are settled', () => {
    expect(passed(intake('mapping'))).toEqual([1204, null, null, null, null, null, null]);
    expect(caught(intake('mapping'))[1]).toBe('1 open, 4 to look at');
  });

  it('counts what passes each stage and what it catches', () => {
    const ready = intake('ready', sifted);
    expect(passed(ready)).toEqual([1204, 1204, 1153, 1132, 1132, null, null]);
    expect(caught(ready)).toEqual([null, null, '38 held, 13 left out', '21 unsure', '1,022 to accept', null, null]);
  });

  it('agrees with the outcomes: what passes the matches is what comes in', () => {
    const ready = intake('ready', sifted);
    expect(stages(ready)[3]?.passed).toBe(ready.outcomes.new + ready.outcomes.updated + ready.outcomes.unchanged);
  });

  it('has passed the load when it is loaded, and asks for no addresses any more', () => {
    const loaded = intake('loaded', { ...sifted, loaded_at: '2026-01-02T03:04:05Z' });
    expect(passed(loaded)[5]).toBe(1132);
    expect(caught(loaded)[4]).toBeNull();
  });

  it('is empty again while the rows are worked out anew', () =>
    expect(passed(intake('sifting', { ...sifted }))).toEqual([1204, 1204, null, null, null, null, null]));
  it('stays right at a dozen rows', () =>
    expect(
      passed(
        intake('ready', {
          ...sifted,
          rows: 12,
          trial: null,
          held: { problem: 12, person: 0, unsure: 0 },
          outcomes: { new: 0, updated: 0, unchanged: 0, held: 12, left_out: 0 },
        }),
      ),
    ).toEqual([12, 12, 0, 0, 0, null, null]));
});

describe('where a person goes on', () => {
  it.each<[string, Intake, string]>([
    ['a file that is read', intake('reading'), 'source'],
    ['a file that could not be read', intake('failed'), 'source'],
    ['columns to settle', intake('mapping'), 'columns'],
    ['rows with problems', intake('ready', sifted), 'checks'],
    ['unsure rows', intake('ready', { ...sifted, trial: null, held: { problem: 0, person: 2, unsure: 21 } }), 'matches'],
    ['addresses to accept', intake('ready', { ...sifted, trial: null, held: { problem: 0, person: 0, unsure: 0 } }), 'addresses'],
    [
      'nothing left to decide',
      intake('ready', {
        ...sifted,
        trial: null,
        held: { problem: 0, person: 0, unsure: 0 },
        namesakes: 0,
        addresses: { none: 0, same: 0, ask: 0, accepted: 9, kept: 0 },
      }),
      'load',
    ],
    ['columns changed after the rows were worked out', intake('ready', { ...sifted, is_sifted: false }), 'columns'],
    ['a load that runs', intake('loading', sifted), 'load'],
    ['a load that waits for another', intake('waiting', sifted), 'load'],
    ['a load that was stopped', intake('stopped', sifted), 'load'],
    ['a load that is done', intake('loaded', { ...sifted, loaded_at: '2026-01-02T03:04:05Z' }), 'proof'],
    ['an undo that runs', intake('undoing', sifted), 'proof'],
  ])('%s', (_what, of, stage) => expect(nextStage(of)).toBe(stage));
});
