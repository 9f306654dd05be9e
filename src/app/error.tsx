'use client'

/** A page that stopped: what is kept, and the way on. */
export default function PageStopped({
  error,
  reset,
}: {
  error: Error & { digest?: string }
  reset: () => void
}) {
  return (
    <main className="space-y-4 p-6">
      <h1 className="text-title">This page stopped.</h1>
      <p className="max-w-[640px] text-main">
        Nothing is lost: every entry is kept on this tablet as it was made. Open the page again, or go back to
        the day. What stopped it: {error.message || error.digest || 'not known'}.
      </p>
      <div className="flex gap-3">
        <button
          type="button"
          onClick={reset}
          className="min-h-[48px] bg-accent px-4 text-main font-semibold text-on-accent"
        >
          Open it again
        </button>
        {/* A whole load, since what stopped may sit in the page's own state. */}
        {/* eslint-disable-next-line @next/next/no-html-link-for-pages */}
        <a
          href="/"
          className="inline-flex min-h-[48px] items-center border-2 border-ink px-4 text-main font-semibold"
        >
          Today
        </a>
      </div>
    </main>
  )
}
