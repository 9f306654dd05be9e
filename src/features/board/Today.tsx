export function Today() {
  return (
    <main className="p-6">
      <h1 className="text-title">Nothing is in. Take in a vehicle.</h1>
    </main>
  )
}
