'use client';
import dynamic from 'next/dynamic';
import { type ReactNode, Suspense, useEffect, useState, useSyncExternalStore } from 'react';
import { useSetting } from '../components';
import { FailedBar } from './failed-bar';
import { Intake } from './intake';
import { Nav, ViewLinks, Views } from './nav';
import { NotKeptBar } from './not-kept-bar';
import { Told } from './tell';
import { VersionBar } from './version-bar';

const systemDark = () => window.matchMedia('(prefers-color-scheme: dark)');
const isSystemDark = (): boolean => systemDark().matches;
const onSystemTheme = (changed: () => void) => {
  const query = systemDark();
  query.addEventListener('change', changed);
  return () => query.removeEventListener('change', changed);
};

// Loaded when it is first asked for.
const Finder = dynamic(() => import('./finder').then((m) => m.Finder), { ssr: false });

/** Around every screen: the places, what was just done, light or dark. */
export function Shell({ children }: { readonly children: ReactNode }) {
  const theme = useSetting('theme');
  const systemIsDark = useSyncExternalStore(onSystemTheme, isSystemDark, () => false);
  // As the system has it, until somebody chooses.
  const dark = theme === 'dark' || ((theme === null || theme === 'system') && systemIsDark);
  const [finding, setFinding] = useState(false);
  useEffect(() => {
    document.documentElement.dataset['theme'] = dark ? 'dark' : 'light';
  }, [dark]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'k') return;
      e.preventDefault();
      setFinding(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <a
        href="#content"
        className="fixed top-2 left-2 z-50 -translate-y-20 rounded-lg bg-accent px-3 py-2 font-bold text-accent-ink focus:translate-y-0 print:hidden"
      >
        To the content
      </a>
      <Nav dark={dark} onFind={() => setFinding(true)} />
      <div className="pb-18 desk:ml-19 desk:pb-0 print:ml-0 print:pb-0 low:pb-2">
        <VersionBar />
        <NotKeptBar />
        <FailedBar />
        <Suspense fallback={<ViewLinks setup={null} />}>
          <Views />
        </Suspense>
        <div id="content">{children}</div>
      </div>
      <Told />
      <Intake />
      {finding && <Finder open onOpen={setFinding} />}
    </>
  );
}
