/** Every tool that a plan may ask for, by the name that it uses. */
import { OPERATIONS } from './operations'
import { REPAIRS } from './repairs'

export const TOOL_NAMES: string[] = [
  ...new Set([...OPERATIONS, ...REPAIRS].flatMap(({ tools = [] }) => tools)),
].sort()
