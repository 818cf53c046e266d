import { ROD_SCHOOLS, type RodSchool } from '@tare/core';
import type { ReactNode } from 'react';
import { useEntry } from '../../api/queries.js';
import { useOpenJob } from '../../shell/JobContext.js';
import { Choice } from '../../ui/Choice.js';
import { ProblemNotice } from '../../ui/Notice.js';
import { useWho } from '../../ui/WhoFirst.js';

const SCHOOLS: Readonly<Record<RodSchool, { readonly name: string; readonly reason: string }>> = {
  endsAndTotal: { name: 'Both ends and the total', reason: 'The ends have to add up to the total, so a slip shows; all three readings are used.' },
  smallAndTotal: {
    name: 'Small end many times, and the total',
    reason: 'The fixture is the noisiest thing in the shop: five to ten placements. The big end follows, unchecked.',
  },
  bigAndTotal: { name: 'Big end many times, and the total', reason: 'Five to ten placements on the fixture. The small end follows, unchecked.' },
  totalOnly: { name: 'Total only', reason: 'Without a fixture the ends are unknown, and no bob weight can be trusted to them.' },
};

/** How this job's rods are weighed: the trade's schools, each with its reason. */
export function RodSchoolChoice(): ReactNode {
  const { sheet } = useOpenJob();
  const personId = useWho();
  const decide = useEntry(sheet.id);
  const { rodSchool } = sheet.weighChoices;
  return (
    <>
      <Choice
        label="How rods are weighed here"
        className="max-w-xl"
        value={rodSchool}
        disabled={personId === null || decide.isPending}
        hint={SCHOOLS[rodSchool].reason}
        onChange={(event) =>
          decide.mutate({
            path: 'decisions',
            body: {
              id: crypto.randomUUID(),
              personId,
              baseVersion: sheet.decisions['weigh.rodSchool']?.version ?? 0,
              subject: 'weigh.rodSchool',
              value: event.target.value,
            },
          })
        }
        options={ROD_SCHOOLS.map((school) => ({ value: school, label: SCHOOLS[school].name }))}
      />
      {decide.error && <ProblemNotice>{decide.error.message}</ProblemNotice>}
    </>
  );
}
