import { Button, Textarea } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { api } from '../api/client';
import { counted } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Pane } from '../shared/Pane';
import { RuleTrial } from './RuleTrial';
import { WhatWeighs } from './WhatWeighs';
import { StandardsFrame } from './StandardsFrame';
import { CommonWords } from './CommonWords';
import { RuleSetForm } from './RuleSetForm';
import type { MatchRuleSet, RuleSetContent } from './types';
import { Sure } from '../shared/Sure';
import type { MatchRuleSetKept, MatchRuleSets } from '../api/answers';

const kinds: Record<string, string> = { person: 'people', household: 'households', organization: 'organizations' };

/** The rules by which supporters are found to be the same: read as sentences, changed in a form or as text, tried before they are used. */
export function MatchRulesPage() {
  const queries = useQueryClient();
  const [asked, setAsked] = useSearchParams();
  const [text, setText] = useState<string | null>(null);
  const [isForm, setIsForm] = useState(true);
  const query = useQuery({
    queryKey: ['match-rules'],
    queryFn: () => api.get<MatchRuleSets>('match-rules'),
    refetchInterval: (found) => (found.state.data?.sets.some((one) => one.is_coming) === true ? 700 : false),
  });
  const sets = query.data?.sets ?? [];
  const chosen = sets.find((one) => one.name === asked.get('set')) ?? sets[0];
  const again = () => void queries.invalidateQueries({ queryKey: ['match-rules'] });
  const keep = useMutation({
    mutationFn: (content: string) => api.post<MatchRuleSetKept>('match-rules', { content }),
    onSuccess: (kept) => {
      setText(null);
      setAsked({ set: kept.name });
      again();
    },
  });
  const use = useMutation({
    mutationFn: (set: MatchRuleSet) => api.put('match-rules/used', { kind: set.kind, set: set.id, name: set.name }),
    onSuccess: again,
  });
  const drop = useMutation({
    mutationFn: (set: MatchRuleSet) => api.delete(`match-rules/${set.id}`),
    onSuccess: () => {
      setAsked({});
      again();
    },
  });
  const written = text === null ? null : readable(text);
  const content = text ?? (chosen === undefined ? '' : JSON.stringify(chosen.content));
  return (
    <StandardsFrame about="when two supporters are the same">
      <Trouble error={query.error ?? keep.error ?? use.error ?? drop.error} />
      <div
        className="panes"
        style={{ gridTemplateColumns: text === null ? '252px minmax(0, 1fr) minmax(0, 1fr)' : '200px minmax(0, 3fr) minmax(0, 2fr)' }}
      >
        <Pane title="Rule sets">
          <div className="pane-body" tabIndex={0}>
            <ul className="list">
              {sets.map((set) => (
                <li key={set.name}>
                  <button
                    type="button"
                    aria-current={set === chosen}
                    onClick={() => {
                      setAsked({ set: set.name });
                      setText(null);
                    }}
                  >
                    <span className="line">
                      <b className="cut">{set.name}</b>
                      {set.is_coming ? (
                        <span className="pill look">being put to use</span>
                      ) : (
                        set.is_used && <span className="pill">in use</span>
                      )}
                    </span>
                    <span className="quiet">
                      {set.id === null ? 'comes with the program' : 'yours'}, for {kinds[set.kind]}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </div>
          {query.data !== undefined && <CommonWords key={query.data.common_words.join()} words={query.data.common_words} onKept={again} />}
        </Pane>
        <Pane title={chosen?.name ?? ''} note={chosen === undefined ? '' : counted(chosen.rules.length, 'rule')}>
          {text !== null && isForm && written !== null && (
            <div className="pane-body" tabIndex={0}>
              <RuleSetForm
                content={written}
                fields={query.data?.fields ?? []}
                signs={chosen?.signs.map((one) => one.sign) ?? []}
                onChange={(changed) => setText(JSON.stringify(changed, null, 2))}
              />
            </div>
          )}
          {text !== null && (!isForm || written === null) && (
            <div style={{ padding: 14, display: 'flex', flexDirection: 'column', gap: 10, minHeight: 0, flex: 1 }}>
              <Textarea
                aria-label="The rule set as text"
                value={text}
                onChange={(event) => setText(event.currentTarget.value)}
                styles={{
                  root: { flex: 1, minHeight: 0 },
                  wrapper: { height: '100%' },
                  input: { height: '100%', fontFamily: 'monospace', fontSize: 12.5 },
                }}
              />
            </div>
          )}
          {text === null && chosen !== undefined && (
            <div className="pane-body" tabIndex={0}>
              {chosen.fault !== null && <div className="pane-note wrong">It can't be used: {chosen.fault}</div>}
              <div className="pane-note quiet">
                {chosen.content.by === 'weight'
                  ? `By weight: ${chosen.content.certain === undefined ? `of 1,000 that it calls certain at most ${chosen.content.wrong ?? 2} are wrong` : `certain from ${percent(chosen.content.certain)} on`}, and pairs above 1 in ${oneIn(chosen.content.review)} are looked at. The rules only say by what two are found; all that agrees and differs is weighed then.`
                  : 'Two are a match if any one rule holds; a rule holds if all that it compares agrees.'}
              </div>
              <ul className="list">
                {chosen.rules.map((rule) => (
                  <li key={rule.name} className="still">
                    <span className="line">
                      <b>{rule.name}</b>
                      {chosen.content.by !== 'weight' && (
                        <span className={`pill ${rule.verdict === 'certain' ? 'info' : 'look'}`}>{rule.verdict}</span>
                      )}
                    </span>
                    <span className="quiet">{rule.sentence}</span>
                  </li>
                ))}
              </ul>
              {chosen.content.by === 'weight' && <WhatWeighs kind={chosen.content.kind} />}
              <div className="pane-note">
                <b>What speaks against a pair</b>
                {chosen.signs.map((one) => (
                  <div key={one.sign} className="line">
                    <span>{one.sign}</span>
                    <span className="quiet">{effects[one.effect] ?? one.effect}</span>
                  </div>
                ))}
              </div>
            </div>
          )}
          <div className="pane-foot">
            {text === null && (
              <Button
                variant="default"
                disabled={chosen === undefined}
                onClick={() =>
                  setText(
                    JSON.stringify(
                      { ...chosen?.content, ...(chosen?.id === null ? { name: `Our ${kinds[chosen.kind] ?? ''}` } : {}) },
                      null,
                      2,
                    ),
                  )
                }
              >
                {chosen?.id === null ? 'Copy and change' : 'Change'}
              </Button>
            )}
            {text === null && (
              <Button
                variant="default"
                disabled={
                  chosen === undefined ||
                  (chosen.is_used && !sets.some((one) => one.kind === chosen.kind && one.is_coming)) ||
                  chosen.is_coming ||
                  chosen.fault !== null
                }
                loading={use.isPending}
                onClick={() => chosen !== undefined && use.mutate(chosen)}
              >
                Use it
              </Button>
            )}
            {text === null && chosen?.id !== null && chosen !== undefined && (
              <Sure
                ask={`Delete the match rules "${chosen.name}"?`}
                yes="Delete the rules"
                onSure={() => drop.mutate(chosen)}
                button={(open) => (
                  <Button variant="subtle" color="brick" onClick={open}>
                    Delete
                  </Button>
                )}
              >
                They are gone for good. Save them as a file first if you may need them again.
              </Sure>
            )}
            {text !== null && (
              <Button loading={keep.isPending} onClick={() => keep.mutate(text)}>
                Save the set
              </Button>
            )}
            {text !== null && (
              <Button variant="subtle" color="pine" onClick={() => setText(null)}>
                Cancel
              </Button>
            )}
            {text !== null && (
              <span className="push">
                <Button variant="subtle" color="pine" disabled={!isForm && written === null} onClick={() => setIsForm(!isForm)}>
                  {isForm ? 'As text' : 'As a form'}
                </Button>
              </span>
            )}
          </div>
        </Pane>
        <RuleTrial key={chosen?.name} content={content} />
      </div>
    </StandardsFrame>
  );
}

const percent = (share: number | undefined): string => `${Math.round(1000 * (share ?? 0)) / 10} %`;

const oneIn = (review: number | undefined): number => Math.round(10 / (review ?? 0.2)) / 10;

/** What is written as text, if it can be shown as a form. */
function readable(text: string): RuleSetContent | null {
  try {
    const content = JSON.parse(text) as RuleSetContent;
    return Array.isArray(content.rules) && content.rules.every((rule) => Array.isArray(rule.comparisons)) ? content : null;
  } catch {
    return null;
  }
}

const effects: Record<string, string> = { apart: 'keeps them apart', review: 'is to be reviewed', nothing: 'does nothing' };
