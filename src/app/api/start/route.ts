/** Tells the first visit whether this server was started with the demo data. */
export const dynamic = 'force-dynamic'

export function GET() {
  return Response.json({ demo: process.env.STOP_START_DEMO === '1' })
}
