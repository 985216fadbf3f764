import { Button } from '../components';

interface Props {
  /** 0 to 1. */
  readonly share: number;
  readonly label: string;
  readonly onStop: () => void;
}

/** How far something long is, and a way to end it. */
export function Progress({ share, label, onStop }: Props) {
  const percent = Math.round(100 * Math.min(1, share));
  return (
    <div className="mt-3 flex items-center gap-3">
      <progress className="h-3 min-w-0 flex-1 accent-(--accent)" max={100} value={percent} aria-label={label} />
      <span className="font-mono text-sm">{percent} %</span>
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}
