import type { FormField } from '../api/answers';

/** Whether a field is to be written: "always", "must", "should", "must person sometimes". */
export const mark = (field: FormField, kind: string): '' | 'required' | 'wanted' | 'sometimes' => {
  const required = field.required;
  if (required === null || field.key === (kind === 'person' ? 'organization.name' : 'name.last')) {
    return '';
  }
  const [strength, subject] = required.split(' ');
  if (subject !== undefined && subject !== 'sometimes' && subject !== kind) {
    return '';
  }
  return required.endsWith('sometimes') ? 'sometimes' : strength === 'should' ? 'wanted' : 'required';
};
