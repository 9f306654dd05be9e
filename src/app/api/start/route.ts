/** Tells the first visit whether this server was started with the demo data, and with a large shop beside them. */
export const dynamic = 'force-dynamic'

export function GET() {
  return Response.json({
    demo: process.env.STOP_START_DEMO === '1',
    shop: process.env.STOP_START_SHOP === 'large' ? 'large' : null,
  })
}
