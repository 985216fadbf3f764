import { type HuntEnd, NOTICES, type NoticeId } from '@/core/diagnose';
import type { Setup } from '@/core/model';
import { about, Button, entryEdit, keepChange } from '../components';
import { tell } from '../shell';

interface Props {
  readonly setup: Setup;
  readonly end: HuntEnd;
  readonly noticed: readonly NoticeId[];
  readonly onAgain: () => void;
}

const HEADS: Readonly<Record<HuntEnd['how'], string>> = {
  mended: 'That was it',
  likely: 'Most likely',
  'nothing more': 'No question tells more',
};

/** How the hunt ended: the cause, what mended it or is to be done; kept in the log, and in the setup where it is drawn wrong. */
export function EndCard({ setup, end, noticed, onAgain }: Props) {
  const good = end.how === 'mended';
  const words = NOTICES.filter((n) => noticed.includes(n.id)).map((n) => n.words);
  const keep = async () => {
    const entry = await entryEdit({
      name: `${setup.name}: ${end.cause}`,
      did: good ? 'fixed' : 'tried',
      noticed: words,
      cause: { text: end.cause, ...(end.seen ? { kind: end.seen.kind, class: end.seen.class } : {}) },
      act: end.act,
      ...about(setup),
    });
    const { setup: after } = end;
    const edits = after ? [{ kind: 'setups' as const, id: setup.id, become: () => after }, entry] : [entry];
    if (!(await keepChange(`Mend: ${end.act}`, edits))) return;
    tell(`${after ? 'Done in the setup, and kept' : 'Kept'} in the log. Undo takes it back.`);
    onAgain();
  };
  return (
    <section
      aria-label="How it ended"
      className={`rounded-xl border-2 p-4 ${good ? 'border-pass bg-pass-wash' : 'border-caution bg-caution-wash'}`}
    >
      <h2 className="font-bold text-2xl">{HEADS[end.how]}</h2>
      <p className="mt-1 text-lg">{end.cause}.</p>
      <p className="mt-1 text-lg">
        {good ? 'Put right: ' : 'Do: '}
        <b>{end.act}</b>.
      </p>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button look="main" className="min-h-14 text-lg" onClick={() => void keep()}>
          {end.setup ? 'Do it in the setup, and keep it in the log' : 'Keep it in the log'}
        </Button>
        <Button className="min-h-14" onClick={onAgain}>
          Start again
        </Button>
      </div>
    </section>
  );
}
