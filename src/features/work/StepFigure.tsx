import { inUnits } from '../frame/quantities'
import type { FigureId } from '@/core/library'

const line = { stroke: 'var(--ink)', strokeWidth: 2, fill: 'none' } as const
const word = { fontSize: 15, fill: 'var(--ink)', fontFamily: 'var(--font-book)' } as const
const strong = { ...word, fontWeight: 600, fill: 'var(--accent)' } as const

/** What each figure says in words, for whoever does not see it. */
const SAYS: Record<FigureId, string> = {
  moduleTop: 'Module from above: arrow to the front, feed stub right, return stub left.',
  filterArrow: 'Filter: its arrow points to the engine.',
  strapOrder: 'Tank on its jack: hoses first, then up, then the straps on their marks.',
  batteryOrder: 'Minus comes off first and goes on last.',
  pumpArrow: 'Pump in its hanger: inlet with strainer {3 to 8 mm} over the floor, outlet up.',
  hoseEnd: 'Clamp {3 mm} from the hose end, behind the bead.',
}

/** A small drawing where a thing can be put together the wrong way round. The maker’s drawing governs. */
export function StepFigure({ id }: { id: FigureId }) {
  return (
    <figure className="flex items-center gap-2 border-2 border-ink bg-sheet p-1" data-figure={id}>
      <svg viewBox="0 0 260 150" width="200" className="shrink-0" role="img" aria-label={inUnits(SAYS[id])}>
        {DRAWN[id]}
      </svg>
      <figcaption className="text-tick leading-tight text-ink-2">{inUnits(SAYS[id])}</figcaption>
    </figure>
  )
}

/** Words in the drawing, their figures in the units that are shown. */
const Words = ({ of }: { of: string }) => inUnits(of)

const arrow = (x: number, y: number, dx: number, dy: number) => {
  const length = Math.hypot(dx, dy)
  const [ux, uy] = [dx / length, dy / length]
  const [ex, ey] = [x + dx, y + dy]
  return (
    <path
      d={`M${x},${y} L${ex},${ey} M${ex},${ey} l${-9 * ux + 5 * uy},${-9 * uy - 5 * ux} M${ex},${ey} l${-9 * ux - 5 * uy},${-9 * uy + 5 * ux}`}
      stroke="var(--accent)"
      strokeWidth="3"
      fill="none"
    />
  )
}

const DRAWN: Record<FigureId, React.ReactNode> = {
  moduleTop: (
    <>
      <circle cx="130" cy="80" r="56" {...line} />
      <circle cx="130" cy="80" r="44" {...line} strokeWidth="1" />
      {arrow(130, 62, 0, -34)}
      <text x="130" y="14" textAnchor="middle" {...strong}>
        front
      </text>
      <rect x="162" y="72" width="40" height="12" {...line} />
      <text x="208" y="83" {...word}>
        feed
      </text>
      <rect x="58" y="72" width="40" height="12" {...line} />
      <text x="52" y="83" textAnchor="end" {...word}>
        return
      </text>
      <rect x="104" y="96" width="24" height="16" {...line} />
      <text x="132" y="110" {...word}>
        plug
      </text>
    </>
  ),
  filterArrow: (
    <>
      <rect x="78" y="52" width="104" height="46" rx="10" {...line} />
      <path d="M20,75 H78 M182,75 H240" {...line} strokeWidth="6" />
      {arrow(100, 75, 60, 0)}
      <text x="22" y="56" {...word}>
        tank
      </text>
      <text x="240" y="56" textAnchor="end" {...strong}>
        engine
      </text>
      <text x="130" y="124" textAnchor="middle" {...word}>
        arrow with the flow
      </text>
    </>
  ),
  strapOrder: (
    <>
      <rect x="50" y="62" width="160" height="44" rx="8" {...line} />
      <path d="M86,106 V40 M174,106 V40" {...line} strokeWidth="4" />
      <path d="M110,62 V44 h-14 M150,62 V44 h14" {...line} />
      <path d="M100,106 L130,136 L160,106" {...line} />
      <text x="130" y="30" textAnchor="middle" {...strong}>
        1 hoses, plug, while they reach
      </text>
      <text x="204" y="132" {...word}>
        2 up
      </text>
      <text x="8" y="132" {...word}>
        3 straps on marks
      </text>
    </>
  ),
  batteryOrder: (
    <>
      <rect x="60" y="56" width="140" height="66" {...line} />
      <rect x="78" y="44" width="18" height="12" {...line} />
      <rect x="164" y="44" width="18" height="12" {...line} />
      <path d="M81,84 h12 M167,84 h12 M173,78 v12" stroke="var(--ink)" strokeWidth="3" />
      <text x="87" y="26" textAnchor="middle" {...strong}>
        1 off first
      </text>
      <text x="87" y="112" textAnchor="middle" {...word}>
        on last
      </text>
      <text x="173" y="112" textAnchor="middle" {...word}>
        stays
      </text>
      {arrow(87, 40, 0, -8)}
    </>
  ),
  pumpArrow: (
    <>
      <rect x="104" y="34" width="44" height="74" rx="6" {...line} />
      <path d="M126,34 V14" {...line} strokeWidth="5" />
      {arrow(126, 92, 0, -44)}
      <path d="M92,108 h68 l-8,12 h-52 z" {...line} />
      <path d="M30,132 H230" {...line} strokeWidth="3" />
      <path d="M182,120 V132" stroke="var(--accent)" strokeWidth="2" />
      <text x="190" y="128" {...strong}>
        <Words of="{3 to 8 mm}" />
      </text>
      <text x="34" y="128" {...word}>
        floor
      </text>
      <text x="160" y="28" {...word}>
        outlet, hose rated to lie in fuel
      </text>
    </>
  ),
  hoseEnd: (
    <>
      <path d="M20,60 H150 M20,90 H150" {...line} strokeWidth="3" />
      <path d="M110,66 H236 M110,84 H236 M126,66 q6,-8 12,0 M126,84 q6,8 12,0" {...line} />
      <rect x="92" y="52" width="16" height="46" {...line} strokeWidth="3" />
      <path d="M108,112 H150" stroke="var(--accent)" strokeWidth="2" />
      <text x="112" y="130" {...strong}>
        <Words of="{3 mm} and more" />
      </text>
      <text x="36" y="46" {...word}>
        hose
      </text>
      <text x="152" y="46" {...word}>
        bead on the pipe
      </text>
    </>
  ),
}
