import { Button, Modal, Select, Textarea, TextInput } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { DatedNote, NotesOf } from '../api/answers';
import { api } from '../api/client';
import { today } from '../shared/format';
import { Trouble } from '../shared/Notice';
import { Of } from '../shared/Of';
import { useMay } from '../shared/session';

const kinds = ['note', 'call', 'visit', 'letter', 'email', 'event', 'mailing'];

/** Dated notes of a supporter, the latest first. */
export function Notes({ supporter, notes }: { supporter: number; notes: DatedNote[] }) {
  const may = useMay();
  const [open, setOpen] = useState<DatedNote | 'new' | null>(null);
  return (
    <section className="pane-note" aria-label="Dated notes">
      {notes.map((note) => (
        <div key={note.id} style={{ marginBottom: 6 }}>
          <b>{note.noted_on}</b> <span className="quiet">{[note.kind, note.written_by].filter(Boolean).join(', ')}</span>{' '}
          {may.edit && (
            <button type="button" className="plain-button" onClick={() => setOpen(note)}>
              change
              <Of what={`the note of ${note.noted_on}`} />
            </button>
          )}
          <div style={{ whiteSpace: 'pre-line', overflowWrap: 'anywhere' }}>{note.text}</div>
        </div>
      ))}
      {may.edit && (
        <button type="button" className="plain-button" onClick={() => setOpen('new')}>
          {notes.length === 0 ? 'Write a dated note' : 'Another dated note'}
        </button>
      )}
      {open !== null && <NoteEditor supporter={supporter} note={open === 'new' ? null : open} onClose={() => setOpen(null)} />}
    </section>
  );
}

function NoteEditor({ supporter, note, onClose }: { supporter: number; note: DatedNote | null; onClose: () => void }) {
  const queries = useQueryClient();
  const [data, setData] = useState({ noted_on: note?.noted_on ?? today(), kind: note?.kind ?? 'note', text: note?.text ?? '' });
  const done = () => {
    void queries.invalidateQueries({ queryKey: ['supporter', String(supporter)] });
    onClose();
  };
  const path = `supporters/${supporter}/notes`;
  const keep = useMutation({
    mutationFn: () => (note === null ? api.post<NotesOf>(path, data) : api.put<NotesOf>(`${path}/${note.id}`, data)),
    onSuccess: done,
  });
  const drop = useMutation({ mutationFn: () => api.delete(`${path}/${note?.id ?? 0}`), onSuccess: done });
  return (
    <Modal opened onClose={onClose} title={note === null ? 'A dated note' : `The note of ${note.noted_on}`}>
      <form
        className="form"
        style={{ display: 'grid', gap: 10 }}
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate();
        }}
      >
        <Trouble error={keep.error ?? drop.error} />
        <TextInput
          label="Day"
          type="date"
          value={data.noted_on}
          onChange={(event) => setData({ ...data, noted_on: event.currentTarget.value })}
        />
        <Select
          label="Kind"
          data={kinds}
          value={data.kind}
          allowDeselect={false}
          onChange={(kind) => setData({ ...data, kind: kind ?? 'note' })}
        />
        <Textarea
          label="What there is to say"
          autosize
          minRows={4}
          maxRows={12}
          value={data.text}
          onChange={(event) => setData({ ...data, text: event.currentTarget.value })}
        />
        <div className="also">
          <Button type="submit" loading={keep.isPending} disabled={data.text.trim() === '' || data.noted_on === ''}>
            Keep it
          </Button>
          {note !== null && (
            <Button variant="subtle" color="brick" loading={drop.isPending} onClick={() => drop.mutate()}>
              Delete it
            </Button>
          )}
        </div>
      </form>
    </Modal>
  );
}
