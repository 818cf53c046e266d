import { sentenceIn } from '@tare/core';
import { Children, type ReactNode } from 'react';
import { useDisplay } from './display.js';

/** Sentences that the arithmetic makes in mm and N, in the units of whoever reads; anything else as it is. */
export function useSentence(): (words: ReactNode) => ReactNode {
  const { systems } = useDisplay();
  return (words) => Children.map(words, (part) => (typeof part === 'string' ? sentenceIn(systems, part) : part));
}
