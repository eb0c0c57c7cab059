/** The house's mark: a ring of stitches in three rounds. */
export function Mark({ size = 26 }: { size?: number }) {
  return (
    <svg viewBox="0 0 32 32" width={size} height={size} aria-hidden="true" className="shrink-0 text-moss">
      <g fill="none" stroke="currentColor" strokeWidth="2.4" strokeLinecap="round">
        <circle cx="16" cy="16" r="4" />
        <circle cx="16" cy="16" r="9" strokeDasharray="4.2 2.9" />
        <circle cx="16" cy="16" r="14" strokeDasharray="3 2.9" />
      </g>
    </svg>
  );
}
