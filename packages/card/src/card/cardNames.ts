import type { Person } from '@tare/contract';

export interface Named {
  readonly id: string;
  readonly name: string;
}

/** What the card calls people and things by; a record knows only their ids. */
export interface CardNames {
  readonly shopName: string;
  readonly people: readonly Pick<Person, 'id' | 'name'>[];
  readonly instruments: readonly Named[];
  readonly machines: readonly Named[];
}

const nameIn = (things: readonly Named[], id: string): string | undefined => things.find((thing) => thing.id === id)?.name;

export const personIn = ({ people }: CardNames, personId: string): string => nameIn(people, personId) ?? 'somebody';
export const machineIn = ({ machines }: CardNames, machineId: string | null): string =>
  machineId === null ? 'the stand-in machine' : (nameIn(machines, machineId) ?? 'a machine that is no longer listed');
export const instrumentIn = ({ instruments }: CardNames, instrumentId: string | null): string =>
  instrumentId === null ? 'a scale nobody named' : (nameIn(instruments, instrumentId) ?? 'a scale that is no longer listed');
