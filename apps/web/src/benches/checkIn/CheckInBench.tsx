import { countedWords } from '@tare/card';
import { arrivalList, hasBench } from '@tare/core';
import { Printer } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { useOpenJob } from '../../shell/JobContext.js';
import { benchPath } from '../../shell/paths.js';
import { BenchHead } from '../../ui/BenchHead.js';
import { Button } from '../../ui/Button.js';
import { WhoFirst } from '../../ui/WhoFirst.js';
import { ArrivalRow } from './ArrivalRow.js';
import { HandOverDesk } from './HandOverDesk.js';
import { NotHereForm } from './NotHereForm.js';
import { SendingInSheet } from './SendingInSheet.js';
import { BagTags } from './BagTags.js';

type Paper = 'sheet' | 'tags';

/** What has arrived, in what condition, marked how; what is missing holds up the benches that need it. */
export function CheckInBench(): ReactNode {
  const { sheet, statuses } = useOpenJob();
  const [paper, setPaper] = useState<Paper | null>(null);
  const status = statuses.find(({ bench }) => bench === 'checkIn')!;
  const list = arrivalList(sheet.spec);
  return (
    <>
      <div className="no-print grid gap-4 border-2 border-edge bg-plate p-5">
        <BenchHead
          title="Check in"
          next={
            status.state === 'done'
              ? countedWords(sheet.arrivals, list)
              : 'Count what came in against the list. Number parts to their cylinder, caps to their rods, and mark whatever bolts to the crank.'
          }
        >
          <Link
            to={benchPath(sheet.id, hasBench(sheet.spec.jobKind, 'weigh') ? 'weigh' : 'bobs')}
            className="inline-flex min-h-11 items-center underline underline-offset-4"
          >
            {hasBench(sheet.spec.jobKind, 'weigh') ? 'On to the scale' : 'On to the bobs'}
          </Link>
        </BenchHead>
        <WhoFirst />
        <div className="relative overflow-x-auto">
          <table className="w-full border-separate border-spacing-x-2 border-spacing-y-1 [&_td]:min-w-20">
            <caption className="sr-only">What has to arrive</caption>
            <thead className="text-left text-ink-soft">
              <tr>
                <th scope="col">Item</th>
                <th scope="col">Wanted</th>
                <th scope="col">Found</th>
                <th scope="col">Condition</th>
                <th scope="col">Marks</th>
                <th scope="col">
                  <span className="sr-only">All here</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {list.map((item) => (
                <ArrivalRow key={item.key} item={item} />
              ))}
            </tbody>
          </table>
        </div>
        <p className="text-ink-soft">
          A part that is weighed counts as arrived. Damaged parts, oversizes and parts kept together are noted on the weigh bench, at the part.
        </p>
        <NotHereForm />
        <div className="flex flex-wrap gap-3">
          <Button onClick={() => setPaper('sheet')}>
            <Printer aria-hidden className="size-5" /> Sheet for sending parts in
          </Button>
          <Button onClick={() => setPaper('tags')}>
            <Printer aria-hidden className="size-5" /> Tags for the bags
          </Button>
          <HandOverDesk />
        </div>
      </div>
      {paper === 'sheet' && <SendingInSheet list={list} onPrinted={() => setPaper(null)} />}
      {paper === 'tags' && <BagTags onPrinted={() => setPaper(null)} />}
    </>
  );
}
