import { useObjectUrl } from '../components';

/** A recording to be heard. Headphones first: a loudspeaker beside an open microphone howls. */
export function Player({ name, file }: { readonly name: string; readonly file: Blob }) {
  const url = useObjectUrl(file);
  if (url === null) return null;
  // biome-ignore lint/a11y/useMediaCaption: a recording of one's own has no captions
  return <audio controls src={url} aria-label={`Hear ${name}`} className="h-10 w-full" />;
}
