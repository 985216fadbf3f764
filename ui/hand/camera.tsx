'use client';
import { Camera as CameraIcon, ImageUp } from 'lucide-react';
import { useEffect, useId, useRef, useState } from 'react';
import { Button } from '../components';
import { codeIn, codeInFile } from './read-codes';

/** Between two looks: a phone in the hand moves, and the processor is needed for the picture as well. */
const LOOK_MS = 120;

/** Reads codes by the camera, or from a picture that was taken before. */
export function Camera({ onCode }: { readonly onCode: (text: string) => void }) {
  const [on, setOn] = useState(false);
  const [why, setWhy] = useState<string | null>(null);
  const picture = useId();
  const fromFile = async (file: File | undefined) => {
    if (!file) return;
    const text = await codeInFile(file);
    setWhy(
      text === null ? `No code is found in ${file.name}: take it straight from the front, all of it in sight.` : null,
    );
    if (text !== null) onCode(text);
  };
  return (
    <section aria-label="Read a code" className="flex flex-col gap-3 rounded-xl border border-rule bg-card p-4">
      {on ? (
        <>
          <Looking
            onCode={onCode}
            onFail={(said) => {
              setOn(false);
              setWhy(said);
            }}
          />
          <Button onClick={() => setOn(false)}>Stop the camera</Button>
        </>
      ) : (
        <Button look="main" className="min-h-14 text-lg" onClick={() => setOn(true)}>
          <CameraIcon size={22} aria-hidden /> Read a code with the camera
        </Button>
      )}
      <label
        htmlFor={picture}
        className="inline-flex min-h-11 cursor-pointer items-center justify-center gap-2 rounded-lg border border-rule bg-card px-3 font-medium hover:border-accent has-focus-visible:outline-3 has-focus-visible:outline-accent"
      >
        <ImageUp size={18} aria-hidden /> Or from a picture of it
        <input
          id={picture}
          type="file"
          accept="image/*"
          className="sr-only"
          onChange={(e) => {
            void fromFile(e.target.files?.[0]);
            e.target.value = '';
          }}
        />
      </label>
      {why && (
        <p role="alert" className="rounded-lg bg-fail-wash p-2">
          {why}
        </p>
      )}
    </section>
  );
}

function Looking({
  onCode,
  onFail,
}: {
  readonly onCode: (text: string) => void;
  readonly onFail: (why: string) => void;
}) {
  const video = useRef<HTMLVideoElement>(null);
  const told = useRef({ onCode, onFail });
  told.current = { onCode, onFail };
  useEffect(() => {
    let over = false;
    let stream: MediaStream | null = null;
    const look = async () => {
      if (!navigator.mediaDevices) {
        told.current.onFail(
          'This browser gives no page the camera here: the address must begin with https, or be localhost. Take a picture of the code instead.',
        );
        return;
      }
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      const screen = video.current;
      if (over || !screen) return;
      screen.srcObject = stream;
      await screen.play();
      while (!over) {
        const text = await codeIn(screen, screen.videoWidth, screen.videoHeight);
        if (text !== null && !over) told.current.onCode(text);
        await new Promise((next) => setTimeout(next, LOOK_MS));
      }
    };
    look()
      .catch((e: unknown) => {
        if (over) return;
        const name = e instanceof Error ? e.name : '';
        told.current.onFail(
          name === 'NotAllowedError'
            ? 'The camera is not allowed for this page: allow it in the browser, or take a picture of the code.'
            : 'There is no camera that can be used: take a picture of the code instead.',
        );
      })
      .finally(() => over && stopAll(stream));
    return () => {
      over = true;
      stopAll(stream);
    };
  }, []);
  return (
    <video
      ref={video}
      muted
      playsInline
      aria-label="What the camera sees"
      className="aspect-square w-full rounded-lg bg-ink object-cover"
    />
  );
}

const stopAll = (stream: MediaStream | null): void => {
  for (const track of stream?.getTracks() ?? []) track.stop();
};
