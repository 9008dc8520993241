import type { CSSProperties } from 'react';

declare module 'react' {
  namespace JSX {
    interface IntrinsicElements {
      'rapi-doc': Record<`${string}-${string}`, string> & { theme: string; style: CSSProperties };
    }
  }
}
