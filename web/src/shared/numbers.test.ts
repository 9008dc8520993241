import { describe, expect, it } from 'vitest';
import { idsIn } from './NumbersFile';

describe('supporter numbers out of a file', () => {
  it.each([
    ['', []],
    ['12', [12]],
    ['number\n12\n13\n', [12, 13]],
    ['12\r\n13\r\n12\r\n', [12, 13]],
    ['12, 13;14\t15', [12, 13, 14, 15]],
    ['"12","13"', [12, 13]],
    ['0\n-5\n7', [7]],
    ['12.50\nA-12\n12a\n8', [8]],
    ['1234567890123456', []],
    ['Ann Lee', []],
  ])('%j', (text, numbers) => expect(idsIn(text)).toEqual(numbers));
});
