'use client';
import { useSearchParams } from 'next/navigation';
import { Tabs } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import type { Setup } from '@/core/model';
import { database } from '@/store';
import { BesideDesk } from '../beside';
import { failing, useReport } from '../components';
import { SetupPicker, SetupScreen } from '../setup';
import { Screen, useArrived } from '../shell';
import { useDeskCode } from './beside-phone';
import { keepTake } from './kept-takes';
import { LineUpTakes } from './line-up';
import { Live } from './live';
import { Takes } from './takes';
import { useTakes } from './use-takes';

export const CheckScreen = () => (
  <SetupScreen name="Check">{(kept) => <Checking key={kept.id} setup={kept} />}</SetupScreen>
);

const TAB =
  'min-h-10 rounded-lg border border-rule bg-card px-4 font-semibold data-[state=active]:border-accent data-[state=active]:bg-accent data-[state=active]:text-accent-ink';

/** The sound check: what really arrived, beside what was computed for this setup. */
function Checking({ setup }: { readonly setup: Setup }) {
  const takes = useTakes();
  const { report } = useReport(setup);
  const [tab, setTab] = useState('takes');
  const [deskCode, onDeskOver] = useDeskCode();
  useEffect(() => {
    if (deskCode !== null) setTab('live');
  }, [deskCode]);
  // A take that was looked for by name is opened once.
  const wanted = useSearchParams().get('take');
  const opened = useRef<string | null>(null);
  useEffect(() => {
    if (wanted === null || opened.current === wanted) return;
    opened.current = wanted;
    database()
      .takes.get(wanted)
      .then((t) => t && takes.add([new File([t.file], t.name, { type: t.file.type })]), failing('This take'));
  }, [wanted, takes.add]);
  useArrived('check', (files) => {
    takes.add(files);
    setTab('takes');
  });
  return (
    <Screen title={<SetupPicker setup={setup} />} under="What really arrived, beside what was computed for this setup.">
      <Tabs.Root value={tab} onValueChange={setTab}>
        <Tabs.List aria-label="What to check" className="mb-3 flex flex-wrap gap-2">
          <Tabs.Trigger value="takes" className={TAB}>
            Takes
          </Tabs.Trigger>
          <Tabs.Trigger value="live" className={TAB}>
            Live input
          </Tabs.Trigger>
          <Tabs.Trigger value="line-up" className={TAB}>
            Line up
          </Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="takes" forceMount hidden={tab !== 'takes'}>
          <Takes setup={setup} report={report} takes={takes} />
        </Tabs.Content>
        <Tabs.Content value="live">
          <Live
            setup={setup}
            report={report}
            deskCode={deskCode}
            onDeskOver={onDeskOver}
            onTake={(file) => {
              void keepTake(file, setup.id);
              takes.add([file]);
              setTab('takes');
            }}
          />
          <div className="mt-3">{deskCode === null && <BesideDesk />}</div>
        </Tabs.Content>
        <Tabs.Content value="line-up" forceMount hidden={tab !== 'line-up'}>
          <LineUpTakes takes={takes.takes} />
        </Tabs.Content>
      </Tabs.Root>
    </Screen>
  );
}
