/** What a job is of, and whose: "Dorvell marine V8, launch Saltwren; Marit Dunlavy". What is blank is left out. */
export function jobTitle({
  engineName,
  vessel,
  customer,
}: {
  readonly engineName: string;
  readonly vessel?: string;
  readonly customer: string;
}): string {
  const what = [engineName, vessel ?? ''].filter((words) => words !== '').join(', ');
  return customer === '' ? what : `${what}; ${customer}`;
}
