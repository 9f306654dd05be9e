/** Every tolerance of the steady solver, with what breaks if it moves. */

/** Largest change of any flow between two Newton steps, as a share of the largest flow. Coarser than 1e-6 and regulators settle on the wrong side of their set-point. */
export const FLOW_CHANGE_FRACTION = 1e-9

/** Energy residual allowed on a link, Pa. Above 1 Pa the suction side (a few kPa in all) shows false losses. */
export const ENERGY_RESIDUAL_PA = 0.05

/** Newton steps before the solver says it did not converge. A healthy layout needs 5 to 9, the worst reference case 14. */
export const MAX_ITERATIONS = 160

/** From here on one valve may change state at a time and steps that do not shrink are cut: breaks cycles between two states. */
export const DAMP_FROM_ITERATION = 12
/** Least share of a Newton step that is taken; smaller and a solve crawls past its limit. */
export const LEAST_SHARE = 0.04

/** Least slope of a link's loss with flow, Pa/(m3/s). Without it a link at rest has no gradient and the matrix is singular; at 1 L/h it stands for 3 mPa. */
export const LEAST_LOSS_SLOPE = 1e4

/** Flow through a shut valve, (m3/s)/Pa: 4e-10 L/h at 300 kPa. Keeps the pressure behind a shut valve defined; larger would read as a leak. */
export const SHUT_CONDUCTANCE = 4e-22

/** Slope of an ideal regulator, Pa/(m3/s): 0.03 Pa at 100 L/h. Zero would make the matrix singular. */
export const IDEAL_REGULATOR_SLOPE = 1e3

/** A shut valve opens only when its drop exceeds this, Pa; smaller and rounding makes it chatter. */
export const OPENING_DROP_PA = 1e-3

/** Air that fuel holds in solution at outside pressure, as a share of its volume (Ostwald coefficient). Typical of petrol and diesel, 0.1 to 0.2; smaller and suction has a cliff at the vapour pressure in place of a fade. */
export const DISSOLVED_AIR_SHARE = 0.13

/** An electrical branch above this is open, ohm: the reference files write an open as 1e9. */
export const OPEN_CIRCUIT_OHM = 1e6

/** Flow that may be missing at a junction, m3/s (4e-5 L/h). A damped step can leave one; larger and a deadheaded pump seems to deliver. */
export const FLOW_IMBALANCE_M3_PER_S = 1e-11

/** A valve shuts when its flow runs back by more than this, m3/s (0.003 mL/min); smaller and valves beside a shut line chatter about a rest that no instrument could tell from zero. */
export const SHUTTING_FLOW_M3_PER_S = 5e-11

/** Orifices under this area, m2 (0.1 L/h at 300 kPa), are taken straight from their drop. Larger ones would lose accuracy near rest. */
export const PINHOLE_M2 = 2e-9
/** Drop under which a pinhole is laminar, Pa; it leaks 0.02 % less at 300 kPa for it. */
export const PINHOLE_DROP_PA = 100
/** The same for one between two held pressures, where no Newton step depends on it; larger and a rail that leaks down never comes to rest. */
export const HELD_DROP_PA = 0.5
