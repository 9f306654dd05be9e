import Link from 'next/link'

/** An address that no page has. */
export default function NoSuchPage() {
  return (
    <main className="space-y-4 p-6">
      <h1 className="text-title">There is no page at this address.</h1>
      <p className="text-main">Jobs and vehicles are reached from the day’s board.</p>
      <Link
        href="/"
        className="inline-flex min-h-[48px] items-center bg-accent px-4 text-main font-semibold text-on-accent"
      >
        Today
      </Link>
    </main>
  )
}
