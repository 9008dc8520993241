import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import { type Draft, type FormCatalog, withItem, withOneMore, without } from './form';
import { SupporterPicker } from '../shared/SupporterPicker';
import { Of } from '../shared/Of';

/** Whom a supporter belongs to, and who belongs to it: households, spouses, employers, contact persons, children. */
export function LinkList({
  draft,
  catalog,
  names,
  onChange,
}: {
  draft: Draft;
  catalog: FormCatalog;
  names: Record<string, string>;
  onChange: (draft: Draft) => void;
}) {
  const [known, setKnown] = useState(names);
  const phrases = catalog.link_kinds.flatMap((kind) => [
    { value: `${kind.kind}|0`, label: kind.phrase },
    ...(kind.reverse === kind.phrase ? [] : [{ value: `${kind.kind}|1`, label: kind.reverse }]),
  ]);
  return (
    <section aria-label="Links">
      <h3 className="section">Links and household</h3>
      {draft.links.map((link) => (
        <div key={link.ref} className="contact">
          <Select
            aria-label="How they belong together"
            w={206}
            size="xs"
            disabled={typeof link.ref === 'number'}
            data={phrases}
            value={`${link['kind']}|${link['reversed']}`}
            allowDeselect={false}
            onChange={(phrase) => {
              const [kind = 'spouse', reversed = '0'] = (phrase ?? '').split('|');
              onChange(withItem(draft, 'links', link.ref, { kind, reversed }));
            }}
          />
          {String(link['other_id']) === '' ? (
            <SupporterPicker
              label="Linked supporter"
              onPick={(row) => {
                setKnown({ ...known, [row.id]: row.name });
                onChange(withItem(draft, 'links', link.ref, { other_id: String(row.id) }));
              }}
            />
          ) : (
            <span style={{ flex: 1 }}>{known[String(link['other_id'])] ?? `supporter ${link['other_id']}`}</span>
          )}
          {['employee', 'contact'].includes(String(link['kind'])) && (
            <TextInput
              aria-label="Role"
              w={130}
              size="xs"
              placeholder="role"
              value={String(link['role'] ?? '')}
              onChange={(event) => onChange(withItem(draft, 'links', link.ref, { role: event.currentTarget.value }))}
            />
          )}
          <button type="button" className="plain-button" onClick={() => onChange(without(draft, 'links', link.ref))}>
            remove
            <Of what={`the link to ${known[String(link['other_id'])] ?? 'nobody yet'}`} />
          </button>
        </div>
      ))}
      <Button variant="subtle" color="pine" size="compact-sm" onClick={() => onChange(withOneMore(draft, 'links'))}>
        Link to someone
      </Button>
    </section>
  );
}
