'use client';
import { Save } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { catalogue } from '@/catalogue';
import { figure } from '@/core/format';
import { writeDocument } from '@/core/model';
import { everythingAsFile, type RoomLeft, roomLeft } from '@/store';
import { attempt, type Backup, Button, backedUp, everythingHere, today, useBackup } from '../components';
import { saveFile } from '../shell';
import { Progress } from './progress';

/** All of it as one file: how long ago that was done, how much room is left, and what the browser has promised. */
export function Everything() {
  const backup = useBackup();
  const [share, setShare] = useState<number | null>(null);
  const stop = useRef<AbortController | null>(null);
  const save = async () => {
    stop.current = new AbortController();
    const { signal } = stop.current;
    setShare(0);
    try {
      const file = await attempt(async () => {
        try {
          return await everythingAsFile(catalogue, { signal, told: setShare });
        } catch (e) {
          if (signal.aborted) return null;
          throw e;
        }
      });
      if (file) {
        saveFile(`symplex-${today()}.symplex`, file);
        await backedUp();
      }
    } finally {
      setShare(null);
    }
  };
  const savePlain = async () => saveFile('symplex.bundle.json', writeDocument(await everythingHere()));
  return (
    <section aria-label="Everything in one file" className="rounded-xl border border-rule bg-card p-4">
      <h2 className="font-bold">Everything in one file</h2>
      <p className={`mt-1 min-h-6 ${backup?.due ? 'font-semibold text-caution' : 'text-soft'}`}>{backupText(backup)}</p>
      {share === null ? (
        <Button look="main" className="mt-3 w-full" onClick={() => void save()}>
          <Save size={18} aria-hidden /> Save everything
        </Button>
      ) : (
        <Progress share={share} label="Saving" onStop={() => stop.current?.abort()} />
      )}
      <p className="mt-2 text-soft text-sm">Documents, recordings, photographs, and what was done.</p>
      <Button className="mt-2 w-full" onClick={() => void savePlain()}>
        Documents alone, as plain JSON
      </Button>
      <Room />
    </section>
  );
}

function backupText(backup: Backup | null): string {
  if (!backup) return '';
  if (backup.days === null) return `No backup yet${backup.due ? ': it is time for one' : ''}.`;
  const ago = backup.days === 0 ? 'today' : backup.days === 1 ? 'yesterday' : `${backup.days} days ago`;
  return `Last backup ${ago}${backup.due ? ': it is time for another' : ''}.`;
}

/** What is taken of this browser, and what is left. */
function Room() {
  const [room, setRoom] = useState<RoomLeft | null>(null);
  useEffect(() => {
    let current = true;
    // A browser that does not tell says nothing here.
    roomLeft().then(
      (r) => current && setRoom(r),
      () => undefined,
    );
    return () => {
      current = false;
    };
  }, []);
  // Its lines are kept free from the first, so that nothing below jumps when the browser has answered.
  if (!room) return <p className="mt-3 min-h-17 pt-2" />;
  return (
    <p className="mt-3 min-h-17 border-rule border-t pt-2 text-sm">
      {bytesText(room.usedBytes)} taken in this browser, room for {bytesText(room.leftBytes)} more.{' '}
      {room.promised
        ? 'It has promised to keep it.'
        : 'It may clear it when the disk gets full: keep a backup elsewhere.'}
    </p>
  );
}

const bytesText = (bytes: number): string =>
  bytes < 1e6
    ? `${Math.ceil(bytes / 1e3)} kB`
    : bytes < 1e9
      ? `${figure(bytes / 1e6)} MB`
      : `${figure(bytes / 1e9, 1)} GB`;
