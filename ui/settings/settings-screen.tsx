'use client';
import { type ReactNode, useState } from 'react';
import { capital } from '@/core/format';
import { USUAL_WISH, WISH_RANGE } from '@/core/levels';
import { type Mains, PLAIN_USUAL, sameMains, type Usual } from '@/core/model';
import { keepUsual, usual } from '@/store';
import {
  attempt,
  Button,
  EFFORTS,
  keepChange,
  NumberField,
  setSetting,
  useAll,
  useLiking,
  useOnPage,
  useSetting,
} from '../components';
import { Screen, tell } from '../shell';
import { elsewhere, MAINS, mainsText } from './mains';

const THEMES = ['system', 'light', 'dark'] as const;
const THEME_WORDS = { system: "The device's own", light: 'Daylight', dark: 'Stage' } as const;

/** What is usual where one works. Every choice is kept at once. */
export function SettingsScreen() {
  const isOn = useOnPage();
  return (
    <Screen title="Settings" under="How numbers are told, and what a new job begins with. Kept in this browser.">
      {isOn && <Choices />}
    </Screen>
  );
}

function Choices() {
  const [now, setNow] = useState<Usual>(usual);
  const [wish, setWish] = useLiking('wish', USUAL_WISH);
  const theme = useSetting('theme');
  const become = async (next: Usual) => {
    if ((await attempt(() => keepUsual(next).then(() => true))) !== true) return false;
    setNow(next);
    return true;
  };
  /** Numbers that stand somewhere already are written anew, and so are the threads' texts: the page begins again. */
  const rewrite = async (next: Usual) => {
    if (await become(next)) window.location.reload();
  };
  return (
    <div className="grid max-w-5xl grid-cols-[minmax(0,1fr)] gap-4 desk:grid-cols-2">
      <Group title="Numbers">
        <Choice
          name="Decimals"
          value={now.decimal}
          of={[
            ['.', 'Point: 1.5 V'],
            [',', 'Comma: 1,5 V'],
          ]}
          onChoose={(decimal) => void rewrite({ ...now, decimal })}
        />
        <Choice
          name="Lengths and distances"
          value={now.length}
          of={[
            ['m', 'Metres'],
            ['ft', 'Feet'],
          ]}
          onChoose={(length) => void rewrite({ ...now, length })}
        />
        <label className="block">
          Currency
          <input
            defaultValue={now.currency}
            maxLength={20}
            autoComplete="off"
            className="mt-0.5 block min-h-10 w-40 rounded-lg border border-soft bg-paper px-2"
            onBlur={(e) => {
              const currency = e.target.value.trim() || PLAIN_USUAL.currency;
              e.target.value = currency;
              if (currency !== now.currency) void rewrite({ ...now, currency });
            }}
          />
          <span className="text-soft text-sm">Where a drawer names none of its own. Prices are not converted.</span>
        </label>
      </Group>
      <MainsGroup now={now} onBecome={become} />
      <Group title="A usual talker">
        <Choice
          name="New voices speak"
          value={String(now.talkerSpl)}
          of={EFFORTS.map((e) => [String(e.splAt1m), `${capital(e.name)}: ${e.splAt1m} dB`] as const)}
          onChoose={(spl) => void become({ ...now, talkerSpl: Number(spl) })}
        />
        <NumberField
          label="Or measured at one metre, dB SPL"
          value={now.talkerSpl}
          min={40}
          max={100}
          step={1}
          keeps
          onValue={(talkerSpl) => void become({ ...now, talkerSpl })}
        />
      </Group>
      <Group title="Headroom">
        <NumberField
          label="Peaks at most, dBFS"
          value={wish.peakDbfs}
          {...WISH_RANGE.peakDbfs}
          step={1}
          keeps
          onValue={(peakDbfs) => setWish({ ...wish, peakDbfs })}
        />
        <NumberField
          label="Above the peaks each stage keeps free, dB"
          value={wish.spareDb}
          {...WISH_RANGE.spareDb}
          step={1}
          keeps
          onValue={(spareDb) => setWish({ ...wish, spareDb })}
        />
        <p className="text-soft text-sm">Levels sets the knobs to this.</p>
      </Group>
      <Group title="Look">
        <Choice
          name="Theme"
          value={theme ?? 'system'}
          of={THEMES.map((t) => [t, THEME_WORDS[t]] as const)}
          onChoose={(t) => void setSetting('theme', t)}
        />
      </Group>
      <p className="self-end text-soft text-sm">
        "Save everything" under Files takes these choices along; a device where nothing was chosen yet takes them over.
      </p>
    </div>
  );
}

interface MainsProps {
  readonly now: Usual;
  readonly onBecome: (next: Usual) => Promise<boolean>;
}

/** Mains of the place: what is kept goes with it, in one step that undo takes back. */
function MainsGroup({ now, onBecome }: MainsProps) {
  const setups = useAll('setups');
  const jobs = useAll('jobs');
  const others = setups && jobs ? elsewhere(setups, jobs, now.mains) : null;
  const move = async (mains: Mains) => {
    const those = setups && jobs ? elsewhere(setups, jobs, mains) : null;
    if (!those || !(await keepChange(`Mains of ${mainsText(mains)}`, those.edits))) return;
    tell(`${capital(those.words)} now at ${mainsText(mains)}. Undo takes it back.`);
  };
  const choose = async (mains: Mains) => {
    if (await onBecome({ ...now, mains })) await move(mains);
  };
  const listed = MAINS.some((m) => sameMains(m, now.mains)) ? MAINS : [now.mains, ...MAINS];
  return (
    <Group title="Mains">
      <Choice
        name="Wall outlets give"
        value={mainsText(now.mains)}
        of={listed.map((m) => [mainsText(m), mainsText(m)] as const)}
        onChoose={(words) => void choose(listed.find((m) => mainsText(m) === words) ?? PLAIN_USUAL.mains)}
      />
      <NumberField
        label="Or measured, volts"
        value={now.mains.volt}
        min={90}
        max={260}
        step={1}
        keeps
        onValue={(volt) => void choose({ ...now.mains, volt })}
      />
      <p className="text-soft text-sm">
        Hum is computed with it. Measure only with a meter made for mains; leave all else to an electrician.
      </p>
      {others && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="flex-1 basis-40">{capital(others.words)} at another mains.</span>
          <Button onClick={() => void move(now.mains)}>Put them at this one</Button>
        </p>
      )}
    </Group>
  );
}

function Group({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title} className="flex flex-col gap-3 rounded-xl border border-rule bg-card p-4">
      <h2 className="font-bold">{title}</h2>
      {children}
    </section>
  );
}

interface ChoiceProps<T extends string> {
  readonly name: string;
  readonly value: T;
  /** Value and words. */
  readonly of: readonly (readonly [T, string])[];
  readonly onChoose: (value: T) => void;
}

/** One of a few, all of them seen. */
function Choice<T extends string>({ name, value, of, onChoose }: ChoiceProps<T>) {
  return (
    <fieldset>
      <legend className="mb-1">{name}</legend>
      <div className="flex flex-wrap gap-1.5">
        {of.map(([v, words]) => (
          <label
            key={v}
            className="flex min-h-11 cursor-pointer items-center gap-2 rounded-lg border border-soft px-3 has-checked:border-accent has-checked:bg-accent-wash has-checked:font-bold has-focus-visible:outline-3 has-focus-visible:outline-accent"
          >
            <input
              type="radio"
              name={name}
              className="size-4 accent-accent"
              checked={v === value}
              onChange={() => onChoose(v)}
            />
            {words}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
