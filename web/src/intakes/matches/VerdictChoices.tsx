import { Button, Checkbox, Group, Modal, Radio, Select } from '@mantine/core';
import { useState } from 'react';
import type { Against, Intake, SavedSearches, Settings } from '../../api/types';
import { NumbersFile } from '../../shared/NumbersFile';
import { useSavedSearches } from '../../shared/search/useSavedSearches';
import { Pane } from '../../shared/Pane';
import { againstWords, does, fieldGroups, knownWords, usualOf } from './choices';

const againsts: { value: Against['kind']; label: string }[] = [
  { value: 'all', label: 'everyone in the database' },
  { value: 'group', label: 'a group' },
  { value: 'search', label: 'a saved search' },
  { value: 'ids', label: 'a list of supporter numbers' },
  { value: 'file', label: 'rows of this file alone' },
  { value: 'nothing', label: 'nothing' },
];

/** What each verdict does in this intake, in four lines, and where to change it. */
export function VerdictChoices({
  intake,
  disabled,
  onChange,
}: {
  intake: Intake;
  disabled: boolean;
  onChange: (change: Partial<Settings>) => void;
}) {
  const [open, setOpen] = useState(false);
  const parts = useSavedSearches();
  const { settings } = intake;
  return (
    <Pane
      title="What a verdict does"
      right={
        <Button size="compact-sm" variant="default" disabled={disabled} onClick={() => setOpen(true)}>
          Change
        </Button>
      }
    >
      <dl className="says">
        <dt>Compared with</dt>
        <dd>{againstWords(settings.against, parts.searches)}</dd>
        <dt>Known</dt>
        <dd>{knownWords(settings)}</dd>
        <dt>Unsure</dt>
        <dd>{settings.unsure === 'ask' ? 'nothing is loaded before you decide' : 'held, for you to decide any time'}</dd>
        <dt>New</dt>
        <dd>{settings.new === 'leave out' ? 'left out' : 'added'}</dd>
      </dl>
      {open && (
        <Choices
          settings={settings}
          parts={parts}
          onClose={() => setOpen(false)}
          onKeep={(change) => {
            onChange(change);
            setOpen(false);
          }}
        />
      )}
    </Pane>
  );
}

function Choices({
  settings,
  parts,
  onClose,
  onKeep,
}: {
  settings: Settings;
  parts: SavedSearches;
  onClose: () => void;
  onKeep: (change: Partial<Settings>) => void;
}) {
  const [draft, setDraft] = useState(settings);
  const { against } = draft;
  const complete =
    against.kind === 'group'
      ? against.group !== undefined
      : against.kind === 'search'
        ? against.search !== undefined
        : against.kind === 'ids'
          ? (against.ids?.length ?? 0) > 0
          : true;
  const effect = (group: string, chosen: Settings['effect'] | 'usual' | null) => {
    const others = Object.fromEntries(Object.entries(draft.effects).filter(([of]) => of !== group));
    setDraft({ ...draft, effects: chosen === null || chosen === 'usual' ? others : { ...others, [group]: chosen } });
  };
  return (
    <Modal opened onClose={onClose} title="What a verdict does in this intake" size="xl">
      <form
        className="form choices"
        onSubmit={(event) => {
          event.preventDefault();
          onKeep({
            against,
            effect: draft.effect,
            effects: draft.effects,
            blanks_empty: draft.blanks_empty,
            unsure: draft.unsure,
            new: draft.new,
          });
        }}
      >
        <section>
          <h3 className="section">Rows are compared with</h3>
          <div className="sentence">
            <Select
              aria-label="Rows are compared with"
              data={againsts}
              value={against.kind}
              allowDeselect={false}
              onChange={(kind) => setDraft({ ...draft, against: { kind: (kind ?? 'all') as Against['kind'] } })}
            />
            {against.kind === 'group' && (
              <Select
                aria-label="Which group"
                placeholder={parts.groups.length === 0 ? 'There are no groups yet' : 'Which group'}
                searchable
                data={parts.groups}
                value={against.group ?? null}
                onChange={(group) => setDraft({ ...draft, against: { kind: 'group', ...(group === null ? {} : { group }) } })}
              />
            )}
            {against.kind === 'search' && (
              <Select
                aria-label="Which search"
                placeholder={parts.searches.length === 0 ? 'Save one on the Supporters page' : 'Which search'}
                searchable
                data={parts.searches.map((one) => ({ value: String(one.id), label: one.name }))}
                value={against.search === undefined ? null : String(against.search)}
                onChange={(search) =>
                  setDraft({ ...draft, against: { kind: 'search', ...(search === null ? {} : { search: Number(search) }) } })
                }
              />
            )}
            {against.kind === 'ids' && (
              <NumbersFile numbers={against.ids} onNumbers={(ids) => setDraft({ ...draft, against: { kind: 'ids', ids } })} />
            )}
          </div>
          {against.kind === 'nothing' && <p className="quiet">A file that was brought before would come in twice.</p>}
        </section>
        <section>
          <h3 className="section">Someone we know: what comes in</h3>
          <Select
            aria-label="What comes in"
            data={['fill blanks', 'replace', 'leave alone'].map((value) => ({ value, label: does[value] ?? value }))}
            value={draft.effect}
            allowDeselect={false}
            w={300}
            onChange={(chosen) => setDraft({ ...draft, effect: (chosen ?? 'fill blanks') as Settings['effect'] })}
          />
          <div className="field-grid">
            {fieldGroups.map((group) => (
              <label key={group.key} className="choice-line">
                <span>{group.label}</span>
                <Select
                  size="xs"
                  w={216}
                  aria-label={group.label}
                  allowDeselect={false}
                  value={draft.effects[group.key] ?? 'usual'}
                  data={[
                    { value: 'usual', label: `usual: ${does[usualOf(group, draft.effect)] ?? ''}` },
                    ...group.effects.map((value) => ({ value, label: does[value] ?? value })),
                  ]}
                  comboboxProps={{ width: 260, position: 'bottom-end' }}
                  onChange={(chosen) => effect(group.key, chosen as Settings['effect'] | 'usual' | null)}
                />
              </label>
            ))}
          </div>
          <Checkbox
            size="xs"
            label="Where it replaces, a blank cell empties the field (required names stay)"
            checked={draft.blanks_empty}
            onChange={(event) => setDraft({ ...draft, blanks_empty: event.currentTarget.checked })}
          />
          <p className="quiet">
            Gifts come in whatever is chosen. An address, email or phone replaces the one of its kind that has no label of its own.
          </p>
        </section>
        <section>
          <h3 className="section">Perhaps someone we know</h3>
          <Radio.Group
            aria-label="Perhaps someone we know"
            value={draft.unsure}
            onChange={(unsure) => setDraft({ ...draft, unsure: unsure as Settings['unsure'] })}
          >
            <div className="sentence">
              <Radio size="xs" value="hold" label="Hold the row; the others come in" />
              <Radio size="xs" value="ask" label="Ask before anything is loaded" />
            </div>
          </Radio.Group>
        </section>
        <section>
          <h3 className="section">Nobody we know</h3>
          <Radio.Group
            aria-label="Nobody we know"
            value={draft.new}
            onChange={(chosen) => setDraft({ ...draft, new: chosen as Settings['new'] })}
          >
            <div className="sentence">
              <Radio size="xs" value="add" label="Add them" />
              <Radio size="xs" value="leave out" label="Leave the row out" />
            </div>
          </Radio.Group>
        </section>
        <Group justify="flex-end">
          <Button variant="default" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={!complete}>
            Work the rows out this way
          </Button>
        </Group>
      </form>
    </Modal>
  );
}
