/** Properties are drawn from one seed, so that what passes passes again; PROPERTY_SEED draws others. */
import fc from 'fast-check'

fc.configureGlobal({ seed: Number(process.env['PROPERTY_SEED'] ?? 71) })
