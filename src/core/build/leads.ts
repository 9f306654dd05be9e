/** How long pieces take to come when nobody has asked yet; typical (handbook 8). */
interface Lead {
  names: RegExp
  low: number
  high: number
}
const LEADS: Lead[] = [
  { names: /^Surge tank/, low: 2, high: 15 },
  { names: /^Injection kit/, low: 3, high: 20 },
  { names: /^Tank$/, low: 3, high: 30 },
  { names: /^(Float sender|Level sender)/, low: 2, high: 10 },
  {
    names: /^(Pump for the build|Main pump|Pump|Relay panel|Speed controller|Pressure switch|Crash switch)$/,
    low: 1,
    high: 5,
  },
  { names: /^(Submersible hose|Feed line|Return line|Liner kit|Adapter plate)/, low: 1, high: 7 },
  {
    names: /^(Regulator|Rollover valve|Vent hose|Check valve|Pass-through|Strainer|Injectors)/,
    low: 1,
    high: 7,
  },
  { names: /^(Pump wiring kit|Ring set|Injector ring set|Flange seal|Blanking plate)/, low: 1, high: 3 },
]
/** Days until a piece is there, from soon to late; null where any workshop has it the same day. */
export const usualLead = (piece: string): { low: number; high: number } | null => {
  const found = LEADS.find(({ names }) => names.test(piece))
  return found ? { low: found.low, high: found.high } : null
}
