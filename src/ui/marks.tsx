/** The mark: a line meets a bead split in two, a solid half (stop) and an open half (start). */
export function SplitBead({ size = 30 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true">
      <path d="M14 4a12 12 0 0 0 0 24z" fill="var(--ink)" />
      <path d="M19 5.5a11 11 0 0 1 0 21z" fill="none" stroke="var(--ink)" strokeWidth="2.5" />
    </svg>
  )
}

export function Wordmark() {
  return (
    <span className="block w-[84px] text-[18px] font-semibold leading-none">
      <span className="flex justify-between px-0.5">
        <span>Stop</span> <span>Start</span>
      </span>
      <svg width="84" height="16" viewBox="0 0 84 16" aria-hidden="true" className="mt-1 block">
        <path d="M0 8h31M53 8h31" stroke="var(--ink)" strokeWidth="2.5" />
        <path d="M39 2a6 6 0 0 0 0 12z" fill="var(--ink)" />
        <path d="M44 3a5 5 0 0 1 0 10z" fill="none" stroke="var(--accent)" strokeWidth="2" />
      </svg>
    </span>
  )
}

/** Hatches for suspicion and hazard; include once in an SVG that uses them. */
export function HatchDefs() {
  return (
    <defs>
      <pattern id="hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="3" height="7" fill="var(--ink)" />
      </pattern>
      <pattern
        id="hatch-dense"
        width="4.6"
        height="4.6"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="3.2" height="4.6" fill="var(--ink)" />
      </pattern>
      <pattern
        id="hatch-thin"
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="1" height="7" fill="var(--ink-3)" />
      </pattern>
      <pattern
        id="hatch-danger"
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="3" height="7" fill="var(--danger)" />
      </pattern>
    </defs>
  )
}
