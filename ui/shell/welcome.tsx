'use client';
import { Drama, Sparkle } from 'lucide-react';
import { Button, putDemoAway, setSetting, useSetting } from '../components';
import { tell } from './tell';

/** At the first visit: look round with the demo, or begin with an empty desk. Whatever is chosen can be had again later. */
export function Welcome() {
  const seen = useSetting('welcome');
  if (seen !== null) return null;
  const over = () => setSetting('welcome', 'seen');
  const begin = async () => {
    if (!(await putDemoAway())) return;
    await over();
    tell('The desk is empty. Undo brings the demo back; so does Files.');
  };
  return (
    <section aria-label="Welcome" className="mb-4 rounded-xl border-2 border-accent bg-card p-4 print:hidden">
      <h2 className="font-bold text-xl">Welcome. What is connected to what, and will it work?</h2>
      <p className="mt-1 max-w-3xl">
        Symplex computes it, plug by plug, before you stand there: what fails, where, and what puts it right. All of it
        stays in this browser.
      </p>
      <div className="mt-3 grid gap-2 sm:grid-cols-2">
        <Button look="main" className="min-h-14 text-lg" onClick={() => void over()}>
          <Drama size={22} aria-hidden /> Look round with the demo
        </Button>
        <Button className="min-h-14 text-lg" onClick={() => void begin()}>
          <Sparkle size={22} aria-hidden /> Begin with an empty desk
        </Button>
      </div>
      <p className="mt-2 text-soft text-sm">
        The demo: a potter opens her kiln, with two packs, a phone and callers. Put it away later under Files.
      </p>
    </section>
  );
}
