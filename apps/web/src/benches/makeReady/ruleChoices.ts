import type { AcceptanceRule } from '@tare/core';

/** What “inside” may mean, as it is chosen. */
export const RULE_CHOICES: readonly { readonly value: AcceptanceRule; readonly label: string }[] = [
  { value: 'twoSided95', label: 'all of the 95 % region' },
  { value: 'oneSided95', label: 'the standard’s one-sided 95 %' },
];
