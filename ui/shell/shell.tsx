'use client';
import { type ReactNode, useEffect } from 'react';
import { useSetting } from '../components';
import { FailedBar } from './failed-bar';
import { Nav, Views } from './nav';
import { NotKeptBar } from './not-kept-bar';
import { Told } from './tell';
import { VersionBar } from './version-bar';

/** Around every screen: the rooms, what was just done, light or dark. */
export function Shell({ children }: { readonly children: ReactNode }) {
  const dark = useSetting('theme') === 'dark';
  useEffect(() => {
    document.documentElement.dataset['theme'] = dark ? 'dark' : 'light';
  }, [dark]);
  return (
    <>
      <Nav dark={dark} />
      <div className="pb-18 desk:ml-19 desk:pb-0 low:pb-2">
        <VersionBar />
        <NotKeptBar />
        <FailedBar />
        <Views />
        {children}
      </div>
      <Told />
    </>
  );
}
