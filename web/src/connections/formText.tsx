import { TextInput } from '@mantine/core';
import type { ConnectionForm } from './form';

/** Inputs for what is text of a connection. */
export const formText = (form: ConnectionForm, set: (change: Partial<ConnectionForm>) => void) =>
  function text(key: keyof ConnectionForm, label: string, placeholder = '') {
    return (
      <TextInput
        label={label}
        placeholder={placeholder}
        value={String(form[key])}
        onChange={(event) => set({ [key]: event.currentTarget.value })}
      />
    );
  };
