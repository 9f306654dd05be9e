// Named steps, run in order, the first failure ends the run. Prints what each took.
export function runSteps(steps) {
  const started = Date.now()
  for (const [name, step] of steps) {
    const at = Date.now()
    console.log(`\n=== ${name}`)
    const code = step()
    console.log(
      `=== ${name}: ${code === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - at) / 1000).toFixed(1)} s`,
    )
    if (code !== 0) {
      console.error(`\nFailed at: ${name}`)
      process.exit(code)
    }
  }
  console.log(
    `\nAll steps took ${((Date.now() - started) / 1000).toFixed(0)} s.\n${steps.length} passed, 0 failed`,
  )
}
