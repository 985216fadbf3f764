'use client';
import {
  Archive,
  AudioLines,
  Cable,
  FolderOpen,
  type LucideIcon,
  Moon,
  PenLine,
  SlidersVertical,
  Sun,
  TabletSmartphone,
  Zap,
} from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { setSetting, useBackup } from '../components';
import { Mark } from './mark';

const ROOMS: readonly { readonly href: string; readonly name: string; readonly icon: LucideIcon }[] = [
  { href: '/', name: 'Job', icon: PenLine },
  { href: '/line/', name: 'Line', icon: Cable },
  { href: '/levels/', name: 'Levels', icon: SlidersVertical },
  { href: '/power/', name: 'Power', icon: Zap },
  { href: '/device/', name: 'Device', icon: TabletSmartphone },
  { href: '/check/', name: 'Check', icon: AudioLines },
  { href: '/drawer/', name: 'Drawer', icon: Archive },
  { href: '/files/', name: 'Files', icon: FolderOpen },
];

const ITEM =
  'flex min-h-14 min-w-0 flex-1 flex-col items-center justify-center gap-0.5 rounded-lg text-xs desk:mx-1.5 desk:flex-none desk:text-sm';

/** The rooms: a rail at the left of a desk, a bar under the thumb on a phone. */
export function Nav({ dark }: { readonly dark: boolean }) {
  const path = usePathname();
  const backup = useBackup();
  return (
    <nav
      aria-label="Rooms"
      className="fixed inset-x-0 bottom-0 z-20 flex print:hidden border-rule border-t bg-card px-1 pb-[env(safe-area-inset-bottom)] desk:inset-y-0 desk:right-auto desk:w-19 desk:flex-col desk:gap-1 desk:border-t-0 desk:border-r desk:bg-paper desk:px-0"
    >
      <div className="hidden h-16 items-center justify-center desk:flex">
        <Mark />
      </div>
      {ROOMS.map(({ href, name, icon: Icon }) => {
        const here = href === '/' ? path === '/' : path.startsWith(href.slice(0, -1));
        return (
          <Link
            key={href}
            href={href}
            aria-current={here ? 'page' : undefined}
            className={`${ITEM} ${here ? 'bg-accent-wash font-bold text-accent' : 'text-soft hover:bg-accent-wash'}`}
          >
            <span className="relative">
              <Icon size={22} aria-hidden />
              {href === '/files/' && backup?.due && (
                <span className="absolute -top-1 -right-1.5 size-2.5 rounded-full bg-caution" aria-hidden />
              )}
            </span>
            {name}
            {href === '/files/' && backup?.due && <span className="sr-only">: it is time for a backup</span>}
          </Link>
        );
      })}
      <button
        type="button"
        onClick={() => setSetting('theme', dark ? 'light' : 'dark')}
        className={`${ITEM} text-soft hover:bg-accent-wash desk:mt-auto desk:mb-3`}
      >
        {dark ? <Sun size={22} aria-hidden /> : <Moon size={22} aria-hidden />}
        {dark ? 'Daylight' : 'Stage'}
      </button>
    </nav>
  );
}
