'use client';
import {
  Archive,
  AudioLines,
  Backpack,
  Cable,
  Dumbbell,
  FolderOpen,
  type LucideIcon,
  Moon,
  NotebookText,
  PenLine,
  Phone,
  SlidersVertical,
  Stethoscope,
  Sun,
  TabletSmartphone,
  Zap,
} from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { setSetting, useBackup } from '../components';
import { Mark } from './mark';

interface Room {
  readonly href: string;
  readonly name: string;
  readonly icon: LucideIcon;
}

/** Views of one setup: each a room at a desk, tabs of one place on a phone. */
const VIEWS: readonly Room[] = [
  { href: '/line/', name: 'Line', icon: Cable },
  { href: '/levels/', name: 'Levels', icon: SlidersVertical },
  { href: '/power/', name: 'Power', icon: Zap },
  { href: '/call/', name: 'Call', icon: Phone },
  { href: '/device/', name: 'Device', icon: TabletSmartphone },
];
const JOB: Room = { href: '/', name: 'Job', icon: PenLine };
const KIT: Room = { href: '/kit/', name: 'Kit', icon: Backpack };
const CHECK: Room = { href: '/check/', name: 'Check', icon: AudioLines };
const MEND: Room = { href: '/mend/', name: 'Mend', icon: Stethoscope };
const LOG: Room = { href: '/log/', name: 'Log', icon: NotebookText };
const PRACTICE: Room = { href: '/practice/', name: 'Practice', icon: Dumbbell };
const DRAWER: Room = { href: '/drawer/', name: 'Drawer', icon: Archive };
const FILES: Room = { href: '/files/', name: 'Files', icon: FolderOpen };
/** On a desk, each room by itself. */
const ROOMS: readonly Room[] = [JOB, ...VIEWS, CHECK, MEND, LOG, PRACTICE, DRAWER, FILES];

interface Place extends Room {
  /** What is seen there, as tabs above it. */
  readonly views: readonly Room[];
}
/** In the hand, five places, in the order of the work. */
const PLACES: readonly Place[] = [
  { ...JOB, name: 'Plan', views: [JOB, KIT, DRAWER] },
  { href: '/line/', name: 'Set up', icon: Cable, views: VIEWS },
  { ...CHECK, views: [CHECK] },
  { ...MEND, views: [MEND] },
  { ...LOG, name: 'Remember', icon: NotebookText, views: [LOG, PRACTICE, FILES] },
];

const isIn = (path: string, href: string): boolean =>
  href === '/' ? path === '/' : path.startsWith(href.slice(0, -1));

const ITEM =
  'min-h-14 min-w-0 flex-1 flex-col items-center justify-center gap-0.5 rounded-lg text-xs desk:mx-1.5 desk:min-h-12 desk:flex-none desk:text-sm';

/** The rooms: a rail at the left of a desk, a bar under the thumb on a phone. */
export function Nav({ dark }: { readonly dark: boolean }) {
  const path = usePathname();
  const backup = useBackup();
  return (
    <nav
      aria-label="Rooms"
      className="fixed inset-x-0 bottom-0 z-20 flex low:static low:flex-wrap low:border-t-0 low:border-b print:hidden border-rule border-t bg-card px-1 pb-[env(safe-area-inset-bottom)] desk:inset-y-0 desk:right-auto desk:w-19 desk:flex-col desk:gap-1 desk:border-t-0 desk:border-r desk:bg-paper desk:px-0"
    >
      <div className="hidden h-16 items-center justify-center desk:flex">
        <Mark />
      </div>
      {ROOMS.map((room) => (
        <RoomLink key={room.href} room={room} here={isIn(path, room.href)} due={backup?.due ?? false} on="desk" />
      ))}
      {PLACES.map((room) => (
        <RoomLink
          key={room.href}
          room={room}
          here={room.views.some((v) => isIn(path, v.href))}
          due={backup?.due ?? false}
          on="phone"
        />
      ))}
      <button
        type="button"
        onClick={() => setSetting('theme', dark ? 'light' : 'dark')}
        className={`${ITEM} flex text-soft hover:bg-accent-wash desk:mt-auto desk:mb-3`}
      >
        {dark ? <Sun size={22} aria-hidden /> : <Moon size={22} aria-hidden />}
        {dark ? 'Daylight' : 'Stage'}
      </button>
    </nav>
  );
}

function RoomLink({
  room: { href, name, icon: Icon },
  here,
  due,
  on,
}: {
  readonly room: Room;
  readonly here: boolean;
  readonly due: boolean;
  readonly on: 'desk' | 'phone';
}) {
  const isDue = due && (href === '/files/' || name === 'Remember');
  return (
    <Link
      href={href}
      aria-current={here ? 'page' : undefined}
      className={`${ITEM} ${on === 'desk' ? 'hidden desk:flex' : 'flex desk:hidden'} ${here ? 'bg-accent-wash font-bold text-accent' : 'text-soft hover:bg-accent-wash'}`}
    >
      <span className="relative">
        <Icon size={22} aria-hidden />
        {isDue && <span className="absolute -top-1 -right-1.5 size-2.5 rounded-full bg-caution" aria-hidden />}
      </span>
      {name}
      {isDue && <span className="sr-only">: it is time for a backup</span>}
    </Link>
  );
}

/** On a phone, the views of the place that one is in, above what is seen of it. */
export function Views() {
  const path = usePathname();
  const backup = useBackup();
  const place = PLACES.find((p) => p.views.some((v) => isIn(path, v.href)));
  if (!place || place.views.length < 2) return null;
  return (
    <nav aria-label={`Views of ${place.name}`} className="flex gap-1 px-4 pt-2 desk:hidden print:hidden">
      {place.views.map(({ href, name }) => {
        const isDue = (backup?.due ?? false) && href === '/files/';
        return (
          <Link
            key={href}
            href={href}
            aria-current={isIn(path, href) ? 'page' : undefined}
            className={`flex min-h-10 min-w-0 flex-1 items-center justify-center gap-1 rounded-lg border text-sm ${isIn(path, href) ? 'border-accent bg-accent-wash font-bold text-accent' : 'border-rule bg-card'}`}
          >
            {name}
            {isDue && <span className="size-2.5 rounded-full bg-caution" aria-hidden />}
            {isDue && <span className="sr-only">: it is time for a backup</span>}
          </Link>
        );
      })}
    </nav>
  );
}
