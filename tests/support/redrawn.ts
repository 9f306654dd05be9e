/**
 * A page may draw an element anew between the moment it is found and the moment it is asked. Whoever
 * looks at the screen does not notice; a driver calls it stale. Here such an element is found once more
 * the way it was found, and asked again: in one place, so that no journey has to think of it.
 */
import type { WebDriver } from 'selenium-webdriver'

const ELEMENT = 'element-6066-11e4-a52e-4f735466cecf'

interface Command {
  getName(): string
  getParameters(): Record<string, unknown>
  setParameter(name: string, value: unknown): unknown
}
interface Executor {
  execute(command: Command): Promise<unknown>
}
/** How an element was found on the page; those of a list keep their place in it. */
interface Found {
  using: unknown
  value: unknown
  place: number
}

const idOf = (value: unknown): string | null =>
  typeof value === 'object' && value !== null && ELEMENT in value
    ? String((value as Record<string, unknown>)[ELEMENT])
    : null

/** Makes every element that this driver finds on the page (not below another element) outlive being drawn anew. */
export async function followRedrawn(driver: WebDriver): Promise<void> {
  const executor = (await driver.getExecutor()) as unknown as Executor
  const execute = executor.execute.bind(executor)
  const { Command: Wire, Name } = (await import('selenium-webdriver/lib/command.js')) as unknown as {
    Command: new (name: string) => Command
    Name: Record<string, string>
  }
  const found = new Map<string, Found>()
  const instead = new Map<string, string>()

  const findAgain = async (session: unknown, { using, value, place }: Found): Promise<string | null> => {
    const look = new Wire(Name.FIND_ELEMENTS!)
    look.setParameter('sessionId', session)
    look.setParameter('using', using)
    look.setParameter('value', value)
    return idOf(((await execute(look)) as unknown[])[place])
  }
  const remember = (name: string, { using, value }: Record<string, unknown>, answer: unknown): void => {
    const many = name === Name.FIND_ELEMENTS
    if (!many && name !== Name.FIND_ELEMENT) return
    for (const [place, element] of (many ? (answer as unknown[]) : [answer]).entries()) {
      const id = idOf(element)
      if (id) found.set(id, { using, value, place })
    }
  }
  executor.execute = async (command) => {
    // Sending takes out of a command what goes into its address.
    const asked = { ...command.getParameters() }
    const was = idOf(asked.id)
    let id = was && (instead.get(was) ?? was)
    for (let again = 0; ; again += 1)
      try {
        for (const [name, value] of Object.entries(asked)) command.setParameter(name, value)
        if (id) command.setParameter('id', { [ELEMENT]: id })
        const answer = await execute(command)
        remember(command.getName(), asked, answer)
        return answer
      } catch (problem) {
        const way = was ? found.get(was) : undefined
        if ((problem as Error).name !== 'StaleElementReferenceError' || !way || again >= 5) throw problem
        id = await findAgain(asked.sessionId, way)
        if (!id) throw problem
        instead.set(was!, id)
      }
  }
}
