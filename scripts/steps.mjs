// Named steps, run in order, the first failure ends the run; lanes run beside each other. Prints what each took.

/** Lists of steps that run beside each other, each list in its order. */
export const lanes = (...lists) => ({ lanes: lists })

async function take([name, step]) {
  const at = Date.now()
  console.log(`\n=== ${name}`)
  const code = await step()
  console.log(
    `=== ${name}: ${code === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - at) / 1000).toFixed(1)} s`,
  )
  if (code === 0) return
  console.error(`\nFailed at: ${name}`)
  process.exit(code)
}

async function inOrder(steps) {
  for (const step of steps) await take(step)
}

export async function runSteps(steps) {
  const started = Date.now()
  for (const step of steps) await (step.lanes ? Promise.all(step.lanes.map(inOrder)) : take(step))
  const count = steps.reduce((sum, step) => sum + (step.lanes?.flat().length ?? 1), 0)
  console.log(`\nAll steps took ${((Date.now() - started) / 1000).toFixed(0)} s.\n${count} passed, 0 failed`)
}
