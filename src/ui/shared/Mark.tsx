/** The mark: a knot in one line. */
export function Mark({ size = 34 }: { readonly size?: number }) {
  return (
    <svg width={size} height={(size * 22) / 34} viewBox="0 0 34 22" aria-hidden="true">
      <circle cx="17" cy="12" r="4" fill="var(--lime)" />
      <path
        d="M1 18 C8 18 9 3 17 3 C25 3 24 20 17 20 C10 20 10 6 17 6 C25 6 26 18 33 18"
        fill="none"
        stroke="currentColor"
        strokeWidth="2.2"
        strokeLinecap="round"
      />
    </svg>
  );
}
