import { Button, Checkbox, Modal, NumberInput, Select, TextInput } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { ExportSaved, SavedExportRow } from '../api/answers';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';
import { useMay } from '../shared/session';
import { weekdays } from './whenMade';

interface SaveExportProps {
  asked: object;
  /** The one that is made another way; null for a new one. */
  changing: SavedExportRow | null;
  /** Whether rows know when they changed. */
  knowsChanges: boolean;
  onClose: () => void;
  onSaved: () => void;
}

/** A file under a name: when it is made by itself, and where it is brought. */
export function SaveExport({ asked, changing, knowsChanges, onClose, onSaved }: SaveExportProps) {
  const may = useMay();
  const [name, setName] = useState(changing?.name ?? '');
  const [every, setEvery] = useState(changing?.every ?? '');
  const [hour, setHour] = useState(changing?.hour ?? 4);
  const [day, setDay] = useState(changing?.on_day ?? 1);
  const [to, setTo] = useState(changing?.brought_to ?? 'here');
  const [target, setTarget] = useState(changing?.target ?? '');
  const [secret, setSecret] = useState('');
  const [onlyChanged, setOnlyChanged] = useState(changing?.only_changed === true && knowsChanges);
  const save = useMutation({
    mutationFn: () => {
      const body = {
        ...asked,
        name: name.trim(),
        every,
        hour,
        on_day: day,
        brought_to: to,
        target: target.trim(),
        secret,
        only_changed: onlyChanged,
      };
      return changing === null ? api.post<ExportSaved>('saved-exports', body) : api.put<ExportSaved>(`saved-exports/${changing.id}`, body);
    },
    onSuccess: onSaved,
  });
  return (
    <Modal opened onClose={onClose} title="Save this export">
      <form
        className="form"
        style={{ display: 'grid', gap: 10 }}
        onSubmit={(event) => {
          event.preventDefault();
          save.mutate();
        }}
      >
        <Trouble error={save.error} />
        <TextInput label="Name" value={name} maxLength={120} data-autofocus onChange={(event) => setName(event.currentTarget.value)} />
        <Select
          label="Made"
          data={[
            { value: '', label: 'when someone asks for it' },
            { value: 'day', label: 'every day' },
            { value: 'week', label: 'every week' },
            { value: 'month', label: 'every month' },
          ]}
          value={every}
          allowDeselect={false}
          onChange={(next) => {
            setEvery(next ?? '');
            setDay(1);
          }}
        />
        {every !== '' && (
          <div className="field-grid">
            {every === 'week' && (
              <Select
                label="On"
                data={weekdays.map((label, i) => ({ value: String(i + 1), label }))}
                value={String(day)}
                allowDeselect={false}
                onChange={(next) => setDay(Number(next ?? 1))}
              />
            )}
            {every === 'month' && (
              <NumberInput label="On day" min={1} max={28} value={day} onChange={(next) => setDay(Number(next) || 1)} />
            )}
            <NumberInput
              label="From this hour on"
              description="0 to 23, in the server's time"
              min={0}
              max={23}
              value={hour}
              onChange={(next) => setHour(Number(next))}
            />
          </div>
        )}
        {may.standards && (
          <Select
            label="Brought"
            data={[
              { value: 'here', label: 'into the list of files' },
              { value: 'folder', label: 'into a folder of the server too' },
              { value: 'address', label: 'to an HTTP address too' },
            ]}
            value={to}
            allowDeselect={false}
            onChange={(next) => {
              setTo(next ?? 'here');
              setTarget('');
            }}
          />
        )}
        {to === 'folder' && (
          <TextInput
            label="Name of the folder"
            description="within the one that the server's settings have for exports"
            value={target}
            maxLength={80}
            onChange={(event) => setTarget(event.currentTarget.value)}
          />
        )}
        {to === 'address' && (
          <>
            <TextInput
              label="Address"
              description="gets the file with PUT"
              placeholder="https://"
              value={target}
              maxLength={500}
              onChange={(event) => setTarget(event.currentTarget.value)}
            />
            <TextInput
              label="Its key"
              description={
                changing?.has_key === true && target.trim() === changing.target
                  ? 'leave it blank to keep the one that it has'
                  : 'sent as a bearer token; leave it blank without one'
              }
              value={secret}
              maxLength={500}
              autoComplete="off"
              onChange={(event) => setSecret(event.currentTarget.value)}
            />
          </>
        )}
        {knowsChanges && (
          <Checkbox
            label="Only what is new or changed since the last time"
            description="The first file has all. What was deleted is in no file."
            checked={onlyChanged}
            onChange={(event) => setOnlyChanged(event.currentTarget.checked)}
          />
        )}
        <div className="also">
          <Button type="submit" loading={save.isPending} disabled={name.trim() === '' || (to !== 'here' && target.trim() === '')}>
            Save
          </Button>
        </div>
      </form>
    </Modal>
  );
}
