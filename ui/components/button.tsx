import type { ButtonHTMLAttributes } from 'react';

const LOOKS = {
  main: 'bg-accent text-accent-ink border-accent hover:opacity-90',
  plain: 'bg-card text-ink border-rule hover:border-accent',
  quiet: 'bg-transparent text-accent border-transparent hover:bg-accent-wash',
} as const;

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { readonly look?: keyof typeof LOOKS };

/** A button of at least 44 by 40: for a thumb, in the wind. On paper there is nothing to press. */
export function Button({ look = 'plain', className = '', type = 'button', ...rest }: Props) {
  return (
    <button
      type={type}
      className={`inline-flex min-h-10 min-w-11 items-center justify-center gap-2 rounded-lg border px-3 py-1.5 text-base font-medium disabled:opacity-50 print:hidden ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
