/** What a typed number turned out to be. */
export type ParsedDecimal = { readonly kind: 'number'; readonly value: number } | { readonly kind: 'blank' } | { readonly kind: 'notANumber' };

/**
 * Reads a number as people type it: decimal point or decimal comma, blanks around it, a sign.
 *
 * One separator is always the decimal mark ("1,5" is 1.5, never 15): a scale reading has no thousands
 * separator. Two separators are refused rather than guessed at.
 *
 * @example parseDecimal(' 612,4 ') // { kind: 'number', value: 612.4 }
 */
export function parseDecimal(text: string): ParsedDecimal {
  const trimmed = text.trim();
  if (trimmed === '') return { kind: 'blank' };
  // U+2212 is the minus sign that spreadsheets and this interface print.
  const plain = trimmed.replace(/^\u2212/, '-').replace(',', '.');
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(plain)) return { kind: 'notANumber' };
  return { kind: 'number', value: Number(plain) };
}
