import { Button, Checkbox, Select, TagsInput, Textarea, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { BatchList, BatchPageData, SupporterNames } from '../../api/answers';
import { api } from '../../api/client';
import type { Intake } from '../../api/types';
import { Trouble } from '../../shared/Notice';
import { Pane } from '../../shared/Pane';
import { useMay } from '../../shared/session';
import { SupporterPicker } from '../../shared/SupporterPicker';
import { useIntakeAction } from '../queries';

/** What is kept with an intake about its source, and what everyone in it gets: groups, tags, whether they may be contacted, whether other systems are told. */
export function AboutSource({ intake, onClose }: { intake: Intake; onClose: () => void }) {
  const first = intake.settings;
  const open = intake.may_change && (intake.state === 'ready' || intake.state === 'mapping');
  const [set, setSet] = useState(first);
  const save = useIntakeAction(intake.id, () => {
    const { groups, groups_new, tags, tags_new, no_contact, description, agreed, is_quiet, batch, nameless } = set;
    const changed = Object.fromEntries(
      Object.entries({ groups, groups_new, tags, tags_new, no_contact, description, agreed, is_quiet, batch, nameless }).filter(
        ([key, value]) => JSON.stringify(value) !== JSON.stringify(first[key as keyof typeof first]),
      ),
    );
    return api.patch<Intake>(`intakes/${intake.id}`, changed);
  });
  const queries = useQueryClient();
  const may = useMay();
  const found = useQuery({ queryKey: ['batches', 'open', 1], queryFn: () => api.get<BatchList>('batches?state=open') });
  const batches = found.data?.batches ?? [];
  const called = useQuery({
    queryKey: ['supporter names', [set.nameless]],
    queryFn: () => api.get<SupporterNames>(`supporter-names?ids=${set.nameless}`),
    enabled: set.nameless !== null,
  });
  const giver = set.nameless === null ? '' : (called.data?.names[String(set.nameless)] ?? '');
  const openBatch = useMutation({
    mutationFn: () => api.post<BatchPageData>('batches', { name: intake.name, numbered: true }),
    onSuccess: async (page) => {
      await queries.invalidateQueries({ queryKey: ['batches'] });
      setSet({ ...set, batch: page.batch.id });
    },
  });
  const names = (key: 'groups' | 'groups_new' | 'tags' | 'tags_new', label: string) => (
    <TagsInput label={label} disabled={!open} value={set[key]} onChange={(value) => setSet({ ...set, [key]: value })} />
  );
  return (
    <Pane
      title="About this source"
      right={
        <Button variant="subtle" color="pine" size="compact-sm" onClick={onClose}>
          Back to the rows
        </Button>
      }
    >
      <div className="pane-body form" tabIndex={0}>
        <Trouble error={save.error} />
        <Textarea
          label="Where the data is from"
          placeholder="Sign-up sheet of the beach clean-up on 12 May, typed up by June"
          autosize
          minRows={2}
          maxLength={2000}
          disabled={!intake.may_change}
          value={set.description}
          onChange={(event) => setSet({ ...set, description: event.currentTarget.value })}
        />
        <TextInput
          label="How these people agreed to be contacted"
          description={first.agreed_by === '' ? 'blank where nobody has confirmed it' : `confirmed by ${first.agreed_by}`}
          maxLength={500}
          disabled={!intake.may_change}
          value={set.agreed}
          onChange={(event) => setSet({ ...set, agreed: event.currentTarget.value })}
        />
        <Checkbox
          label="Nobody in it may be contacted: not by mail, email or phone"
          disabled={!open}
          checked={set.no_contact}
          onChange={(event) => setSet({ ...set, no_contact: event.currentTarget.checked })}
        />
        <h3 className="section">Groups and tags</h3>
        <div className="pair">
          {names('groups', 'Groups for everyone it touches')}
          {names('groups_new', 'Groups for new supporters alone')}
          {names('tags', 'Tags for everyone it touches')}
          {names('tags_new', 'Tags for new supporters alone')}
        </div>
        <h3 className="section">Gifts</h3>
        <div className="pair">
          <Select
            label="Wait in a batch until it is posted"
            disabled={!open}
            clearable
            placeholder="no, they are given at once"
            data={batches.map((batch) => ({ value: String(batch.id), label: batch.name }))}
            value={set.batch === null ? null : String(set.batch)}
            onChange={(value) => setSet({ ...set, batch: value === null ? null : Number(value) })}
          />
          {open && may.edit && (
            <Button variant="default" style={{ alignSelf: 'end' }} loading={openBatch.isPending} onClick={() => openBatch.mutate()}>
              Open a batch for this file
            </Button>
          )}
        </div>
        <Trouble error={openBatch.error} />
        <div className="pair">
          {open ? (
            <SupporterPicker
              key={`${set.nameless} ${giver}`}
              label="Gifts of rows without a name go to"
              first={giver}
              placeholder="nobody: such rows are held"
              onPick={(one) => setSet({ ...set, nameless: one.id })}
            />
          ) : (
            <TextInput label="Gifts of rows without a name go to" disabled value={giver === '' ? 'nobody' : giver} />
          )}
          {open && set.nameless !== null && (
            <Button variant="default" style={{ alignSelf: 'end' }} onClick={() => setSet({ ...set, nameless: null })}>
              Hold such rows
            </Button>
          )}
        </div>
        <h3 className="section">Other systems</h3>
        <Checkbox
          label="Keep quiet: other systems are told nothing of what this intake changes"
          disabled={!intake.may_change}
          checked={set.is_quiet}
          onChange={(event) => setSet({ ...set, is_quiet: event.currentTarget.checked })}
        />
      </div>
      <div className="pane-foot">
        <Button
          disabled={JSON.stringify(set) === JSON.stringify(first) || !intake.may_change}
          loading={save.isPending}
          onClick={() => save.mutate(undefined, { onSuccess: onClose })}
        >
          Save this
        </Button>
        {open && <span className="quiet">Groups, tags, contact and the batch are worked into the preview of every row.</span>}
      </div>
    </Pane>
  );
}
