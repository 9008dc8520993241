import { Button, FileButton } from '@mantine/core';
import { count } from './format';

interface NumbersFileProps {
  numbers: number[] | undefined;
  onNumbers: (numbers: number[]) => void;
}

/** Supporter numbers out of a file that someone chooses. */
export function NumbersFile({ numbers, onNumbers }: NumbersFileProps) {
  return (
    <>
      <FileButton accept=".csv,.txt,text/*" onChange={(file) => void file?.text().then((text) => onNumbers(idsIn(text)))}>
        {(props) => (
          <Button variant="default" {...props}>
            {numbers === undefined
              ? 'Choose a file with numbers'
              : `${count(numbers.length)} ${numbers.length === 1 ? 'number' : 'numbers'} in it; choose another`}
          </Button>
        )}
      </FileButton>
      {numbers?.length === 0 && (
        <p className="trouble" role="alert">
          There is no supporter number in that file. It should have one a line.
        </p>
      )}
    </>
  );
}

/** The numbers in a text, each once: a column of ids, with or without a header, however they are parted. */
export function idsIn(text: string): number[] {
  return [...new Set((text.match(/(?<![\w.-])\d{1,15}(?![\w.-])/g) ?? []).map(Number).filter((id) => id > 0))];
}
