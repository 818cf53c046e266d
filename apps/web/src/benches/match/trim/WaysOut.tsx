import { fixed, partName } from '@tare/card';
import {
  cylinderOf,
  massNowG,
  partMetalOf,
  SET_KINDS,
  waysOut,
  type CutRate,
  type CylinderSet,
  type Exchangeable,
  type MatchedItem,
  type MatchedSet,
  type PartMetal,
  type TargetGroup,
  type WayOut,
  NO_MARKS,
} from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../../ui/DataTable.js';
import { useOpenJob } from '../../../shell/JobContext.js';
import { Button } from '../../../ui/Button.js';
import { ProblemNotice } from '../../../ui/Notice.js';
import { useDecide } from '../../../ui/useDecide.js';
import { usePersonName } from '../../../ui/usePersonName.js';
import { takeRings } from '../swap/exchanges.js';
import { divisionOf } from './divisionOf.js';
import { matchedGroups } from './matchedGroups.js';

interface TooLight {
  readonly group: TargetGroup;
  readonly name: string;
  readonly item: MatchedItem;
  /** What was cut, or would be replaced. */
  readonly partId: string;
  readonly items: readonly MatchedItem[];
  readonly targetG: number;
}

interface WaysOutProps {
  readonly rateIn: (metal: PartMetal) => CutRate | null;
}

/** Sets and parts that lie below a fixed target, each with its ways out side by side. */
export function WaysOut({ rateIn }: WaysOutProps): ReactNode {
  const { figures, sheet } = useOpenJob();
  const light = matchedGroups(figures)
    .flatMap(({ group, items, targetG, partIdOf }) =>
      items.map((item): TooLight => ({ group, name: nameOfItem(sheet, group, item, partIdOf(item)), item, partId: partIdOf(item), items, targetG })),
    )
    .filter(({ item, group }) => item.belowTarget && !item.damaged && sheet.fixedTargets[group] !== undefined)
    // Less than the scale can show is on the target.
    .filter(({ item, targetG, partId }) => targetG - item.weightG >= divisionOf(sheet, partId) - 1e-9);
  return light.map((one) => {
    const cut = sheet.parts.find(({ id }) => id === one.partId);
    return <WaysOfOne key={one.item.id} light={one} rate={cut ? rateIn(partMetalOf(cut.kind, sheet.matchChoices)) : null} />;
  });
}

function nameOfItem(sheet: ReturnType<typeof useOpenJob>['sheet'], group: TargetGroup, item: MatchedItem, partId: string): string {
  if (group === 'set') return `Set ${(item as CylinderSet).cylinder}`;
  return nameOfPart(sheet, partId);
}

const nameOfPart = (sheet: ReturnType<typeof useOpenJob>['sheet'], partId: string): string => {
  const part = sheet.parts.find(({ id }) => id === partId);
  return part ? partName(part) : '';
};

function WaysOfOne({ light, rate }: { readonly light: TooLight; readonly rate: CutRate | null }): ReactNode {
  const { figures, sheet } = useOpenJob();
  const { decide, blocked, error } = useDecide();
  const nameOf = usePersonName();
  const { group, name, item, items, targetG, partId } = light;
  const set: Pick<MatchedSet, 'spreadG'> = { spreadG: Math.max(...items.map((i) => i.weightG)) - Math.min(...items.map((i) => i.weightG)) };
  const subject = `match.wayOut.${figures.weighed.parts.find(({ part }) => part.id === partId)?.lastCutId ?? partId}` as const;
  const decided = sheet.decisions[subject];
  const record = (way: WayOut['way'], note: string): void => decide({ subject, value: { way, note } });
  const ways = waysOut(items, item.id, targetG, sheet.spec.matchToleranceG, group === 'set' ? exchangeables(figures) : [], rate);
  const byG = `${fixed(targetG - item.weightG, 2)} g below the target`;
  if (decided && (decided.value as { way: string }).way === 'accept')
    return <p>{`${name} lies ${byG}; accepted as it is by ${nameOf(decided.personId)}. Largest − smallest now ${fixed(set.spreadG, 2)} g.`}</p>;
  const take = (way: WayOut): void => {
    switch (way.way) {
      case 'accept':
        return record('accept', byG);
      case 'retarget':
        return decide(
          {
            subject: `match.target.${group}`,
            value: { targetG: way.targetG, reason: `brought down to ${name.toLowerCase()}, which was cut too far` },
          },
          () => record('retarget', ''),
        );
      case 'replace':
        return decide({ subject: `part.marks.${partId}`, value: { ...(sheet.partMarks[partId] ?? NO_MARKS), replace: true } }, () =>
          record('replace', ''),
        );
      case 'swap': {
        const { exchange } = way;
        if (!exchange) return undefined;
        const moves = [exchange.lightPartId, exchange.otherPartId].map((id) => sheet.parts.find((part) => part.id === id)!);
        const ring = { kind: moves[0]!.kind, moves: moves.map((part, i) => ({ part, from: cylinderOf(part), to: cylinderOf(moves[1 - i]!) })) };
        return decide({ subject: 'match.arrangement', value: takeRings(sheet.parts, [ring]) }, () => record('swap', ''));
      }
    }
  };
  return (
    <div className="grid gap-2 border-2 border-outside p-3" role="group" aria-label={`${name}: the ways out`}>
      <p className="text-lg">
        <strong>{`▲ ${name} was taken ${byG}.`}</strong> Nothing else has moved. The ways out:
      </p>
      <DataTable
        caption={`Ways out for ${name.toLowerCase()}`}
        hideCaption
        rows={ways}
        keyOf={({ way }) => way}
        columns={[
          { title: 'Way', is: 'words', className: 'font-normal', cell: (way) => wayWords(way, (id) => nameOfPart(sheet, id)) },
          { title: 'Still to take off', cell: ({ gramsG }) => `${fixed(gramsG, 2)} g` },
          { title: 'Parts', cell: ({ cuts }) => cuts },
          { title: 'Time', cell: ({ minutes }) => (minutes === null ? '·' : `${fixed(minutes, 1)} min`) },
          {
            title: '',
            cell: (way) => (
              <Button
                className="font-sign"
                disabled={blocked || (way.way === 'accept' && !way.possible) || (way.way === 'swap' && !way.exchange)}
                onClick={() => take(way)}
              >
                {ACTIONS[way.way]}
              </Button>
            ),
          },
        ]}
      />
      {error && <ProblemNotice>{error.message}</ProblemNotice>}
    </div>
  );
}

const ACTIONS: Readonly<Record<WayOut['way'], string>> = {
  accept: 'Accept it',
  swap: 'Swap them',
  retarget: 'Bring all down',
  replace: 'Replace it',
};

function wayWords(way: WayOut, nameOf: (partId: string) => string): string {
  switch (way.way) {
    case 'accept':
      return way.possible ? `Accept it: in the end largest − smallest ${fixed(way.spreadG, 2)} g` : 'Accept it: it would lie outside the tolerance';
    case 'swap':
      return way.exchange
        ? `Swap ${nameOf(way.exchange.lightPartId).toLowerCase()} with ${nameOf(way.exchange.otherPartId).toLowerCase()}`
        : 'Swap: no exchange of two parts rescues it';
    case 'retarget':
      return `Bring all the others down to it: target ${fixed(way.targetG, 2)} g`;
    case 'replace':
      return 'Replace it: the new part is weighed and matched anew';
  }
}

/** What may still change places between sets. */
function exchangeables({ weighed }: ReturnType<typeof useOpenJob>['figures']): Exchangeable[] {
  return SET_KINDS.filter((kind) => kind !== 'piston').map((kind) => ({
    kind,
    partOf: Object.fromEntries(
      weighed.parts.flatMap((one) => {
        const g = one.part.kind === kind && !one.part.damaged ? massNowG(one) : null;
        return g === null ? [] : [[`set-${cylinderOf(one.part)}`, { partId: one.part.id, weightG: g }] as const];
      }),
    ),
  }));
}
