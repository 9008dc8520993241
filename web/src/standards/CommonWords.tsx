import { Button, Group, TagsInput } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../api/client';
import { Trouble } from '../shared/Notice';

/** The kept list of words that do not count where a rule ignores common ones. */
export function CommonWords({ words, onKept }: { words: string[]; onKept: () => void }) {
  const [draft, setDraft] = useState<string[] | null>(null);
  const keep = useMutation({ mutationFn: (kept: string[] | null) => api.put('match-rules/words', { words: kept }), onSuccess: onKept });
  return (
    <div className="pane-foot" style={{ display: 'block' }}>
      <b>Common words</b>
      <Trouble error={keep.error} />
      {draft === null ? (
        <>
          <p className="quiet" style={{ margin: '3px 0 6px', maxHeight: 120, overflowY: 'auto' }} tabIndex={0}>
            {words.length === 0 ? 'None: every word counts.' : words.join(', ')}
          </p>
          <Button size="compact-sm" variant="default" onClick={() => setDraft(words)}>
            Change
          </Button>
        </>
      ) : (
        <>
          <TagsInput
            size="xs"
            aria-label="Common words"
            maxTags={500}
            value={draft}
            onChange={setDraft}
            styles={{ input: { maxHeight: 180, overflowY: 'auto' } }}
          />
          <Group gap={6} mt={6}>
            <Button size="compact-sm" loading={keep.isPending} onClick={() => keep.mutate(draft)}>
              Save
            </Button>
            <Button size="compact-sm" variant="default" onClick={() => setDraft(null)}>
              Cancel
            </Button>
            <Button size="compact-sm" variant="subtle" color="pine" onClick={() => keep.mutate(null)}>
              As shipped
            </Button>
          </Group>
        </>
      )}
    </div>
  );
}
