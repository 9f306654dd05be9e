/** A report becomes a PDF here: its faces are fetched from where the page came from. */
import { FONT_NAMES, pdfOf, type Fonts } from './reportPdf'
import { serve } from './serve'

let faces: Promise<Fonts> | null = null
const fetched = (): Promise<Fonts> =>
  (faces ??= Promise.all(
    FONT_NAMES.map(async (name) => {
      const reply = await fetch(`/report/${name}.ttf`)
      if (!reply.ok) throw new Error(`The face ${name} is not there: start the application again`)
      return [name, await reply.arrayBuffer()] as const
    }),
  )
    .then((all) => Object.fromEntries(all) as Fonts)
    .catch((problem: unknown) => {
      faces = null
      throw problem
    }))

serve({
  pdf: async ({ report, madeAt }) => pdfOf(report, await fetched(), madeAt),
})
