/** Our mark: a plug, its rings countable. */
export function Mark() {
  return (
    <svg viewBox="0 0 48 24" width="44" height="22" aria-hidden className="text-accent">
      <path d="M1 12h8" stroke="currentColor" strokeWidth="2.5" strokeLinecap="round" />
      <rect x="9" y="4" width="11" height="16" rx="3" fill="currentColor" />
      <path d="M21 7.5h19l5 4.5-5 4.5H21z" fill="none" stroke="currentColor" strokeWidth="2.5" strokeLinejoin="round" />
      <path d="M27 8v8M33 8v8" stroke="currentColor" strokeWidth="2.5" />
    </svg>
  );
}
