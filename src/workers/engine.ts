/** The engine by its very code: changes with every change of the core (next.config.ts). */
export const ENGINE = process.env.STOP_START_ENGINE ?? 'unknown'
