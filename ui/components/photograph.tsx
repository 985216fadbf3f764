'use client';
import { useLiveQuery } from 'dexie-react-hooks';
import { Camera, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { database } from '@/store';
import { Button } from './button';
import { attempt } from './keeping';
import { useObjectUrl } from './use-object-url';

/** Longest side that is kept, pixels: enough to know a part by. */
const LONGEST = 800;

/** A picture made small, as JPEG; null when the browser cannot read it. */
async function smaller(file: File): Promise<Blob | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.8));
}

interface Props {
  /** By `photoKey` or `entryPhotoKey`. */
  readonly of: string;
  /** What is to be seen, in words. */
  readonly name: string;
}

/** A photo of something that the owner has or did; kept in this browser, and in the file of everything. */
export function Photograph({ of: key, name }: Props) {
  const photo = useLiveQuery(() => database().photos.get(key), [key]);
  const url = useObjectUrl(photo?.picture);
  const [wrong, setWrong] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    const picture = await smaller(file);
    setWrong(picture ? null : `${file.name} is not a picture that this browser can read. Nothing was changed.`);
    if (picture) await attempt(() => database().photos.put({ key, picture }));
  };
  return (
    <div className="mb-3 flex flex-wrap items-end gap-2">
      {url && (
        // biome-ignore lint/performance/noImgElement: a picture of this browser's own, which no server can make smaller
        <img src={url} alt={`${name}, as photographed`} className="max-h-48 rounded-lg border border-rule" />
      )}
      <label className="inline-flex min-h-10 cursor-pointer items-center gap-2 rounded-lg border border-accent px-3 font-semibold text-accent focus-within:outline-2 focus-within:outline-accent hover:bg-accent-wash">
        <Camera size={18} aria-hidden /> {url ? 'Another photo' : 'Add a photo'}
        <input
          type="file"
          accept="image/*"
          className="sr-only"
          onChange={(e) => {
            void take(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </label>
      {url && (
        <Button look="quiet" onClick={() => void attempt(() => database().photos.delete(key))}>
          <Trash2 size={18} aria-hidden /> Without
        </Button>
      )}
      {wrong && (
        <p role="alert" className="text-fail text-sm">
          {wrong}
        </p>
      )}
    </div>
  );
}
