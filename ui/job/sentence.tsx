'use client';
import type { ReactNode } from 'react';
import { metresText, metresTold, style, toldNumber } from '@/core/format';
import type { Job } from '@/core/model';
import { useMoney } from '../components';
import { AlsoBlank } from './also';
import { BlankOfChoice, BlankOfNumber } from './blank';
import { alsoText, BLANKS, type ChoiceBlank, callersText, roomText, withText } from './blanks';
import { CallersBlank } from './callers';
import { RoomBlank } from './room';
import { SourcesBlank } from './sources';
import { WithBlank } from './with';

/** A blank and the mark after it, which never begins a line. */
function Ended({ by, children }: { readonly by: string; readonly children: ReactNode }) {
  return (
    <>
      <span className="whitespace-nowrap">
        {children}
        {by}
      </span>{' '}
    </>
  );
}

/** The job as one sentence whose blanks can be filled anew at any time. */
export function Sentence({ job, onFill }: { readonly job: Job; readonly onFill: (label: string, job: Job) => void }) {
  const money = useMoney();
  const choice = (blank: ChoiceBlank) => (
    <BlankOfChoice blank={blank} job={job} onFill={(next) => onFill(`${blank.name}: ${blank.now(next)}`, next)} />
  );
  return (
    <p className="text-[1.35rem] leading-[1.75] desk:text-[1.7rem]">
      I {choice(BLANKS.purpose)} with{' '}
      <Ended by=",">
        <SourcesBlank
          job={job}
          onFill={(next) => onFill(`Recorded: ${next.sources.map((s) => s.name).join(', ')}`, next)}
        />
      </Ended>
      <Ended by=",">{choice(BLANKS.arrangement)}</Ended>
      on {choice(BLANKS.device)} in {choice(BLANKS.app)}{' '}
      {callersText(job) !== null && (
        <>
          with <CallersBlank
            job={job}
            onFill={(next) => onFill(`Called: ${callersText(next) ?? 'nobody'}`, next)}
          />{' '}
        </>
      )}
      and{' '}
      <Ended by=",">
        <AlsoBlank job={job} onFill={(next) => onFill(`Recorded ${alsoText(next)}`, next)} />
      </Ended>
      for{' '}
      <Ended by=",">
        <BlankOfNumber
          name="How long"
          words={`${job.minutes} minutes`}
          unit="minutes"
          value={job.minutes}
          min={1}
          max={1440}
          step={1}
          onFill={(v) => v && onFill(`How long: ${v} minutes`, { ...job, minutes: Math.round(v) })}
        />
      </Ended>
      hearing <Ended by=",">{choice(BLANKS.hearing)}</Ended>
      {choice(BLANKS.place)} in{' '}
      <Ended by=",">
        <RoomBlank job={job} onFill={(next) => onFill(`The room: ${roomText(next.room)}`, next)} />
      </Ended>
      <BlankOfNumber
        name="From mouth to device"
        words={metresText(job.distanceM)}
        unit={style().length === 'ft' ? 'feet' : 'metres'}
        value={toldNumber(job.distanceM)}
        min={toldNumber(0.05)}
        max={toldNumber(100)}
        step={0.05}
        onFill={(v) => v && onFill(`Distance: ${metresText(metresTold(v))}`, { ...job, distanceM: metresTold(v) })}
      />{' '}
      away, with{' '}
      <Ended by=",">
        <WithBlank job={job} onFill={(next) => onFill(`With ${withText(next)}`, next)} />
      </Ended>
      spending{' '}
      <Ended by=".">
        <BlankOfNumber
          name="To spend at most"
          words={job.budget === null ? 'what it takes' : `at most ${money(job.budget)}`}
          unit="in your money"
          value={job.budget}
          min={0}
          max={1_000_000}
          step={1}
          without="Whatever it takes"
          onFill={(v) =>
            onFill(v === null ? 'Spend what it takes' : `Spend at most ${money(v)}`, { ...job, budget: v })
          }
        />
      </Ended>
      What counts most is <Ended by=".">{choice(BLANKS.preference)}</Ended>
    </p>
  );
}
