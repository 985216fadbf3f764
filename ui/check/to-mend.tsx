import { Stethoscope } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type HuntEvent, saidWords } from '@/core/diagnose';
import type { Setup } from '@/core/model';
import { Button, setSetting } from '../components';

interface Props {
  readonly setup: Setup;
  readonly seen: Extract<HuntEvent, { noticed: unknown }>;
}

/** What was measured is what a hunt for the fault begins with; nothing where nothing ill was found. */
export function ToMend({ setup, seen }: Props) {
  const router = useRouter();
  if (seen.noticed.length === 0) return null;
  const words = saidWords(seen.noticed);
  const hunt = async () => {
    await setSetting(`hunt ${setup.id}`, JSON.stringify([seen]));
    router.push(`/mend/?setup=${encodeURIComponent(setup.id)}`);
  };
  return (
    <p className="flex flex-wrap items-center gap-3">
      <Button look="main" onClick={() => void hunt()}>
        <Stethoscope size={20} aria-hidden /> Find what causes it
      </Button>
      <span className="text-soft">The search begins with: {words.join(', ')}.</span>
    </p>
  );
}
