import { wholeSheet, type JobCard, type JobSheet } from '@tare/contract';
import { CORE_VERSION, hasBench, isSpun, type BenchStatus, type JobFigures } from '@tare/core';
import { cardPhotoIds } from './cardPhotoIds.js';
import { personIn, type CardNames } from './cardNames.js';
import { agreed } from './sections/agreed.js';
import { arrived } from './sections/arrived.js';
import { bobs } from './sections/bobs.js';
import { changed } from './sections/changed.js';
import { cuts } from './sections/cuts.js';
import { machine } from './sections/machine.js';
import { madeReady } from './sections/madeReady.js';
import { holdsWhile, index, notDone, putRight } from './sections/record.js';
import { parts } from './sections/parts.js';
import { unbalance } from './sections/unbalance.js';
import { weighing } from './sections/weighing.js';
import { weights } from './sections/weights.js';

/** A job's card as it stands now, from its record and what is worked out of it. */
export function jobCard(sheet: JobSheet, figures: JobFigures, statuses: readonly BenchStatus[], names: CardNames): JobCard {
  const { spec, number } = sheet;
  const last = sheet.signOffs.at(-1);
  const spun = isSpun(spec.jobKind);
  const isSigned = statuses.some(({ bench, state }) => bench === 'signOff' && state === 'done');
  return {
    number,
    shopName: names.shopName,
    engineName: spec.engineName,
    vessel: spec.vessel,
    customer: spec.customer,
    coreVersion: CORE_VERSION,
    signed: last && isSigned ? { by: personIn(names, last.personId), at: last.at, coreVersion: last.coreVersion } : null,
    photoIds: cardPhotoIds(sheet),
    sections: [
      agreed(sheet, figures),
      arrived(sheet),
      ...madeReady(sheet, names),
      weights(sheet, figures),
      weighing(sheet, figures, names),
      ...changed(sheet, figures, names),
      ...(hasBench(spec.jobKind, 'bobs') ? [bobs(sheet, figures)] : []),
      ...(spun
        ? [
            unbalance(sheet, figures),
            ...parts(sheet),
            // Every cut of the job where it is in its own part, whatever set-up is looked at.
            cuts(wholeSheet(sheet), names),
            machine(sheet, figures, names),
          ]
        : []),
      ...putRight(sheet, names),
      ...(spun ? [index(sheet)] : []),
      notDone(sheet, figures, statuses),
      holdsWhile(sheet),
    ],
  };
}
