import { Popover } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../api/client';
import type { SearchChoicesMade } from '../../api/answers';
import { ConditionEditor } from './ConditionEditor';
import { type Condition, type Group, isGroup, nothing, put } from './tree';

interface SentenceProps {
  /** What is searched for: "Supporters". */
  many?: string;
  search: Group;
  /** What each condition says, by its place: "0", "2.1". */
  phrases: Record<string, string>;
  onChange: (search: Group) => void;
}

/** A search as a sentence, each condition of which can be changed where it stands. */
export function SearchSentence({ many = 'Supporters', search, phrases, onChange }: SentenceProps) {
  const choices = useQuery({ queryKey: ['searches', 'fields'], queryFn: () => api.get<SearchChoicesMade>('searches/fields') });
  if (choices.data === undefined) {
    return <span className="quiet">{many}</span>;
  }
  return (
    <div className="search-sentence" role="group" aria-label="The search">
      <span>{many}</span>
      <Conditions
        choices={choices.data}
        group={search}
        phrases={phrases}
        path=""
        empty={many === 'Supporters' ? 'who …' : 'whose …'}
        onChange={onChange}
      />
    </div>
  );
}

function Conditions({
  choices,
  group,
  phrases,
  path,
  empty,
  onChange,
}: {
  choices: SearchChoicesMade;
  group: Group;
  phrases: Record<string, string>;
  path: string;
  /** What a search that asks nothing yet shows. */
  empty: string;
  onChange: (group: Group) => void;
}) {
  const joint = group.any ? 'or' : 'and';
  return (
    <>
      {group.of.map((one, at) => {
        const place = `${path}${at}`;
        return (
          <span key={place} className="search-part">
            {at > 0 && (
              <button
                type="button"
                className="plain-button"
                title={group.any ? 'One of these must hold. Ask that all hold.' : 'All of these must hold. Ask that one holds.'}
                onClick={() => onChange({ ...group, any: !group.any })}
              >
                {joint}
              </button>
            )}
            {isGroup(one) ? (
              <span className="search-group">
                <button
                  type="button"
                  className="plain-button"
                  aria-pressed={one.not}
                  title="Turns the group round: none of those for whom it holds"
                  onClick={() => onChange(put(group, at, { ...one, not: !one.not }))}
                >
                  {one.not ? 'not' : 'either way'}
                </button>
                <Conditions
                  choices={choices}
                  group={one}
                  phrases={phrases}
                  path={`${place}.`}
                  empty={empty}
                  onChange={(inner) => onChange(put(group, at, inner))}
                />
              </span>
            ) : (
              <Phrase
                choices={choices}
                condition={one}
                phrase={phrases[place] ?? '…'}
                onChange={(next) => onChange(put(group, at, next))}
              />
            )}
          </span>
        );
      })}
      <Phrase
        choices={choices}
        condition={null}
        phrase={group.of.length === 0 ? empty : `${joint} …`}
        onChange={(next) => next !== null && onChange(put(group, group.of.length, next))}
      />
      {path === '' && group.of.length > 0 && (
        <Phrase
          choices={choices}
          condition={null}
          phrase={`${joint} ( … )`}
          onChange={(next) => next !== null && onChange(put(group, group.of.length, { ...nothing, any: !group.any, of: [next] }))}
        />
      )}
    </>
  );
}

/** A condition to look at and to change; an empty one to add. */
function Phrase({
  choices,
  condition,
  phrase,
  onChange,
}: {
  choices: SearchChoicesMade;
  condition: Condition | null;
  phrase: string;
  onChange: (condition: Condition | null) => void;
}) {
  const [open, setOpen] = useState(false);
  const done = (next: Condition | null) => {
    setOpen(false);
    onChange(next);
  };
  return (
    <Popover opened={open} onChange={setOpen} position="bottom-start" width={340} trapFocus returnFocus>
      <Popover.Target>
        <button type="button" className={condition === null ? 'phrase empty-phrase' : 'phrase'} onClick={() => setOpen(!open)}>
          {phrase}
        </button>
      </Popover.Target>
      <Popover.Dropdown>
        {open && (
          <ConditionEditor
            choices={choices}
            condition={condition}
            onKeep={done}
            {...(condition === null ? {} : { onDrop: () => done(null) })}
          />
        )}
      </Popover.Dropdown>
    </Popover>
  );
}
