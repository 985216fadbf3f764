'use client';
import { Moon, Search, Sun } from 'lucide-react';
import Link from 'next/link';
import { usePathname, useSearchParams } from 'next/navigation';
import { setSetting, useBackup } from '../components';
import { Mark } from './mark';
import { isIn, PLACES, type Place, placeOf, VIEWS } from './rooms';

const ITEM =
  'min-h-14 min-w-0 flex-1 flex-col items-center justify-center gap-0.5 rounded-lg text-xs desk:mx-1.5 desk:flex-none desk:text-sm';

/** The places of the work: a rail at the left of a desk, a bar under the thumb on a phone. */
export function Nav({ dark, onFind }: { readonly dark: boolean; readonly onFind: () => void }) {
  const path = usePathname();
  const backup = useBackup();
  const here = placeOf(path);
  return (
    <nav
      aria-label="Places"
      className="fixed inset-x-0 bottom-0 z-20 flex low:static low:flex-wrap low:border-t-0 low:border-b print:hidden border-rule border-t bg-card px-1 pb-[env(safe-area-inset-bottom)] desk:inset-y-0 desk:right-auto desk:w-19 desk:flex-col desk:gap-1.5 desk:border-t-0 desk:border-r desk:bg-paper desk:px-0"
    >
      <div className="hidden h-16 items-center justify-center desk:flex">
        <Mark />
      </div>
      {PLACES.map((place) => (
        <PlaceLink key={place.href} place={place} here={place === here} due={backup?.due ?? false} />
      ))}
      <button
        type="button"
        onClick={onFind}
        aria-keyshortcuts="Control+K"
        className={`${ITEM} hidden text-soft hover:bg-accent-wash desk:mt-auto desk:flex`}
      >
        <Search size={22} aria-hidden />
        Find
      </button>
      <button
        type="button"
        onClick={() => setSetting('theme', dark ? 'light' : 'dark')}
        className={`${ITEM} flex text-soft hover:bg-accent-wash desk:mb-3`}
      >
        {dark ? <Sun size={22} aria-hidden /> : <Moon size={22} aria-hidden />}
        {dark ? 'Daylight' : 'Stage'}
      </button>
    </nav>
  );
}

function PlaceLink({
  place: { href, name, icon: Icon },
  here,
  due,
}: {
  readonly place: Place;
  readonly here: boolean;
  readonly due: boolean;
}) {
  const isDue = due && name === 'Remember';
  return (
    <Link
      href={href}
      aria-current={here ? 'page' : undefined}
      className={`${ITEM} flex ${here ? 'bg-accent-wash font-bold text-accent' : 'text-soft hover:bg-accent-wash'}`}
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

/** The views of the place that one is in, above what is seen of it; those of a setup keep it in the address. */
export function Views() {
  return <ViewLinks setup={useSearchParams().get('setup')} />;
}

/** The same before the address is known, so that nothing below it jumps: @param setup null for none, or not known yet */
export function ViewLinks({ setup }: { readonly setup: string | null }) {
  const path = usePathname();
  const backup = useBackup();
  const place = placeOf(path);
  if (!place || place.views.length < 2) return null;
  const kept = place.views === VIEWS && setup !== null ? `?setup=${encodeURIComponent(setup)}` : '';
  return (
    <nav aria-label={`Views of ${place.name}`} className="flex gap-1 overflow-x-auto px-4 pt-2 desk:px-6 print:hidden">
      {place.views.map(({ href, name, icon: Icon }) => {
        const isDue = (backup?.due ?? false) && href === '/files/';
        return (
          <Link
            key={href}
            href={`${href}${kept}`}
            aria-current={isIn(path, href) ? 'page' : undefined}
            className={`flex min-h-11 min-w-12 flex-1 items-center justify-center gap-1.5 rounded-lg border px-1 text-sm desk:min-h-9 desk:flex-none desk:px-3 ${isIn(path, href) ? 'border-accent bg-accent-wash font-bold text-accent' : 'border-rule bg-card hover:border-accent'}`}
          >
            <Icon size={17} aria-hidden className="hidden shrink-0 desk:block" />
            {name}
            {isDue && <span className="size-2.5 rounded-full bg-caution" aria-hidden />}
            {isDue && <span className="sr-only">: it is time for a backup</span>}
          </Link>
        );
      })}
    </nav>
  );
}
