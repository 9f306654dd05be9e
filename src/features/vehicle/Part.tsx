/** A part of what is known of a vehicle, under its name. */
export function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="border-b-2 border-ink pb-1 text-main font-semibold">{title}</h2>
      <div className="space-y-1 pt-1">{children}</div>
    </section>
  )
}
