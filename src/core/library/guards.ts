/** What stands by at every opening, whatever the plan takes: said once, not with each step that needs it. */
export const GAS_METER = 'Gas meter'
export const OXYGEN_METER = 'Gas meter with oxygen cell'
export const EXTINGUISHER = '6 kg powder extinguisher'
export const GUARD_TOOLS: ReadonlySet<string> = new Set([GAS_METER, OXYGEN_METER, EXTINGUISHER])
