import type { GradeChoice, ShellGrade } from '@tare/core';
import type { ReactNode } from 'react';
import { DataTable } from '../../ui/DataTable.js';
import { useDisplay } from '../../ui/display.js';

interface BestGradesProps {
  readonly of: 'Main' | 'Rod';
  readonly grades: readonly GradeChoice[];
  readonly order: readonly { readonly grade: ShellGrade; readonly halves: number }[];
}

/** Grades of shells that come closest to the middle of the range, and what of them is to be ordered. */
export function BestGrades({ of, grades, order }: BestGradesProps): ReactNode {
  const { say } = useDisplay();
  if (grades.length === 0) return null;
  return (
    <>
      <DataTable
        caption="Grades that come closest to the middle"
        rows={grades}
        keyOf={({ id }) => id}
        columns={[
          { title: of, is: 'words', cell: ({ id }) => id.replace(/^.*\./, `${of} `) },
          { title: 'Upper', is: 'words', cell: ({ upper }) => upper.name },
          { title: 'Lower', is: 'words', cell: ({ lower }) => lower.name },
          { title: 'Clearance then', cell: ({ clearanceMm }) => say(clearanceMm, 'mm', 3) },
          { title: 'Off the middle', cell: ({ offMm }) => say(offMm, 'mm', 3) },
        ]}
      />
      {order.length > 0 && (
        <p>{`To order: ${order.map(({ grade, halves }) => `${halves} ${halves === 1 ? 'half' : 'halves'} of ${grade.name}`).join(', ')}.`}</p>
      )}
    </>
  );
}
