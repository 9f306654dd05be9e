/** The journeys' hands: spoken in the words of the screens. Readings come from the hidden truth vehicle, never from constants. */
import { notedComplaint } from '@/core/records/noted.fixture'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { By, Key, until, type WebElement } from 'selenium-webdriver'
import { LogBuilder, writeJobFile } from '@/core/records'
import { standInById, repaired, truthVehicle, type TruthVehicle } from '@/core/simulate'
import { layoutKeyOf, type VehicleRecord } from '@/core/job'
import { layoutOf, type Scope } from '@/core/vehicle'
import { openBrowser, type Session } from './browser'

const WAIT = 45_000
const SOLVED = 90_000
/** How often a page is asked, ms. */
const POLL = 40
/** What stands in the place of an act that is held. */
const HOLDING = ['way-done', 'hazards-seen', 'meter'].map((act) => `[data-act="${act}"]`).join()
/** What a page shows a moment after an act: asked for until it is there. */
export const SOON = { timeout: 15_000, interval: 100 }

/** A simulated vehicle with a job of its own, as a file that Today takes in. */
export function jobFileOf(jobId: string, vehicle: VehicleRecord, symptoms: string[]): string {
  const log = new LogBuilder(jobId, { device: 'journey', by: 'Ida' })
    .add(Date.now(), 'job-opened', {
      vehicleId: vehicle.id,
      unit: vehicle.unit,
      vehicleName: vehicle.name,
      words: '',
      neededBy: null,
    })
    .add(Date.now(), 'complaint-noted', notedComplaint(symptoms))
  const path = join(mkdtempSync(join(tmpdir(), 'stop-start-job-')), `${jobId}.stop-start-job.json`)
  writeFileSync(path, writeJobFile({ jobId, vehicle, events: log.events, photos: [] }))
  return path
}

/** What stands behind a vehicle's stand-in. */
export const truthOf = (
  vehicle: VehicleRecord,
  scope: Scope = 'engine',
  figures = vehicle.specification,
): TruthVehicle =>
  truthVehicle(vehicle.truth!.seed, figures, vehicle.truth!.hidden, layoutOf(layoutKeyOf(vehicle, scope)))

export class Hands {
  constructor(
    readonly session: Session,
    private truth: TruthVehicle,
  ) {}
  /** `figures`: what the vehicle really has, where its sheet does not say so. */
  static async at(
    vehicle: VehicleRecord,
    scope: Scope = 'engine',
    figures = vehicle.specification,
  ): Promise<Hands> {
    return new Hands(await openBrowser({ demo: true }), truthOf(vehicle, scope, figures))
  }
  get driver() {
    return this.session.driver
  }
  async shown(css: string): Promise<WebElement> {
    return this.driver.wait(until.elementLocated(By.css(css)), WAIT, `nothing like ${css}`, POLL)
  }
  /** So many of them, or more: a page may still be drawing when it is asked. */
  async several(css: string, least: number): Promise<WebElement[]> {
    let found: WebElement[] = []
    await this.driver.wait(
      async () => (found = await this.driver.findElements(By.css(css))).length >= least,
      WAIT,
      `never ${least} like ${css}`,
      POLL,
    )
    return found
  }
  /** The ranking with pairs of faults in it: the one thing here that is long work for a small machine. */
  async ranked(): Promise<WebElement> {
    const css = 'section[aria-label="Next test"][data-stage="pairs"]'
    return this.driver.wait(until.elementLocated(By.css(css)), SOLVED, `nothing like ${css}`, POLL)
  }
  async text(css: string): Promise<string> {
    return (await this.shown(css)).getText()
  }
  /** Entries of the trace in hand. */
  taken = 0
  /** All that the page shows, with single spaces: asked of the page itself, for the driver's own way costs it ten times as much. */
  private async allText(): Promise<string> {
    const text = await this.driver.executeScript<string>('return document.body.innerText')
    return text.replace(/\s+/g, ' ')
  }
  async sees(words: string): Promise<void> {
    await this.driver.wait(
      async () => (await this.allText()).includes(words),
      WAIT,
      `never saw "${words}"`,
      POLL,
    )
  }
  async has(css: string): Promise<boolean> {
    return (await this.driver.findElements(By.css(css))).length > 0
  }
  async press(label: string): Promise<void> {
    await this.session.click(label)
  }
  async act(name: string): Promise<void> {
    await this.touch(`[data-act="${name}"]`)
  }
  /** Waits until the ranking on the screen is of this many entries and at rest. */
  async entries(count: number): Promise<void> {
    const words =
      count === 0 ? 'Before any reading' : `Finding after ${count} ${count === 1 ? 'entry' : 'entries'}`
    await this.sees(words)
    await this.driver.wait(
      async () =>
        (await this.textNow('aside[aria-label="Suspects and evidence"]'))?.includes('· working') === false,
      WAIT,
      'the ranking never came to rest',
      POLL,
    )
  }
  /** What the page says of how many entries its finding is after. */
  private async entriesSaid(): Promise<string> {
    return /Before any reading|Finding after \d+ entr/.exec(await this.allText())?.[0] ?? ''
  }
  /** The next test once the ranking is whole: while it is refined another may take its place. */
  async nextTestId(): Promise<string> {
    return (await (await this.ranked()).getAttribute('data-test'))!
  }
  /** Says that the way is done; where a gauge or a meter decides, with a figure that is low enough. */
  async wayDone(): Promise<void> {
    // A sheet over the page stands before the page's own.
    const above = '[role="dialog"] [data-act="way-done"]'
    await this.touch((await this.has(above)) ? above : '[data-act="way-done"]')
    if (!(await this.has('[data-act="figures"]'))) return
    for (const field of await this.driver.findElements(By.css('[data-figure]')))
      await field.sendKeys(String(0.4 * Number(await field.getAttribute('data-figure'))))
    await this.act('figures')
    await this.driver.wait(
      async () => !(await this.has('[data-act="figures"]')),
      WAIT,
      'the figures are not taken',
      POLL,
    )
  }
  /** Settles one hold after another, as a technician does, until what is acted on stands there. */
  async settle(css: string): Promise<void> {
    for (let guard = 0; guard < 8; guard += 1) {
      await this.driver
        .wait(
          async () => (await this.has(css)) || (await this.has(HOLDING)),
          WAIT,
          `neither ${css} nor a hold`,
          POLL,
        )
        .catch(async (problem: Error) => {
          throw new Error(`${problem.message}\nThe page as it stood: ${await this.picture()}`)
        })
      if (await this.has(css)) return
      if (await this.has('[data-act="hazards-seen"]')) {
        await this.act('hazards-seen')
        await this.goneOf('[data-act="hazards-seen"]')
      } else if (await this.has('[data-act="meter"]')) {
        await this.meter(0)
        await this.goneOf('[data-act="meter"]')
      } else {
        await this.wayDone()
        await this.goneOf('[data-act="way-done"]')
      }
    }
    throw new Error(`Held again and again: ${await this.picture()}`)
  }
  /** A photograph of the page, for whoever reads the failure. */
  private async picture(): Promise<string> {
    const path = join(mkdtempSync(join(tmpdir(), 'stop-start-held-')), 'page.png')
    writeFileSync(path, await this.driver.takeScreenshot(), 'base64')
    return path
  }
  /** Does the test on the screen on the truth vehicle, and pins what it shows. */
  async takeNextReading(): Promise<string> {
    await this.settle('#entry')
    const testId = await this.nextTestId()
    const reading = standInById(this.truth, testId)
    if (reading.kind === 'number') {
      const field = await this.shown('#entry')
      await field.sendKeys(Key.chord(Key.CONTROL, 'a'), String(reading.entered.value))
      const before = await this.entriesSaid()
      await this.act('pin')
      // An entry that looks like a slip asks back: this one is what the instrument shows.
      const keep = () =>
        this.driver.findElements(By.xpath('//button[starts-with(normalize-space(.), "Keep ")]'))
      await this.driver.wait(
        async () => (await this.entriesSaid()) !== before || (await keep()).length > 0,
        WAIT,
        `${testId} was not pinned`,
        POLL,
      )
      await (await keep())[0]?.click()
    } else {
      await this.shown('#entry [role="radio"]')
      const labels = await this.driver.findElements(By.css('#entry [role="radio"]'))
      const wanted = await this.outcomeLabel(testId, reading.outcome)
      let met = false
      for (const label of labels) {
        const own = (await label.getText()).replace(/\s+/g, ' ')
        if (own !== wanted) continue
        await label.click()
        met = true
      }
      if (!met) throw new Error(`${testId} does not offer "${wanted}": ${await this.picture()}`)
      await this.act('pin')
    }
    return testId
  }
  private async outcomeLabel(testId: string, outcome: string): Promise<string> {
    const { testById } = await import('@/core/library')
    const { reading } = testById(testId)
    return reading.kind === 'observation' ? reading.outcomes.find((entry) => entry.id === outcome)!.label : ''
  }
  /** Takes another test than the one proposed, by the list behind "why this one". */
  async chooseTest(testId: string): Promise<void> {
    await this.ranked()
    await this.press('why this one')
    await (await this.shown(`[data-candidate="${testId}"] button`)).click()
    await this.shown(`section[aria-label="Next test"][data-test="${testId}"]`)
  }
  /** Goes through the plan on Work, ticking everything, entering gauge values and torques, passing the checks; to the end, or to the step `upTo`. */
  async doAllSteps(
    afterStep?: (done: number) => Promise<void>,
    upTo?: string,
    inside: Record<string, 'missing' | 'altered'> = {},
  ): Promise<number> {
    let done = 0
    // Plan draws steps as well: only those of Work count.
    await this.driver.wait(until.urlContains('/job/work'), WAIT, 'not on Work', POLL)
    for (let guard = 0; guard < 120; guard += 1) {
      await this.driver.wait(
        async () =>
          this.has('section[aria-label="Step"] [data-step], [data-sheet], [data-check], [data-act="prove"]'),
        WAIT,
        'no step on Work',
        POLL,
      )
      if (await this.has('[data-sheet="ready"]')) {
        await this.readyToOpen()
        continue
      }
      if (await this.has('[data-sheet="lie"]')) {
        await this.act('lie-none')
        await this.goneOf('[data-sheet="lie"]')
        continue
      }
      if (await this.has('[data-sheet="meter"]')) {
        if (!(await this.typeOnce('input[name="meterAgain"]', '0'))) continue
        await this.act('meter-again')
        await this.goneOf('[data-sheet="meter"]')
        continue
      }
      if (await this.has('[data-sheet="inside"] [data-act="all-present"]')) {
        for (const [item, finding] of Object.entries(inside))
          await (
            await this.shown(
              `[data-inside="${item}"] [role="radio"][data-state]:nth-child(${finding === 'missing' ? 2 : 3})`,
            )
          ).click()
        await this.driver.sleep(200)
        await this.act('all-present')
        await this.goneOf('[data-sheet="inside"]')
        continue
      }
      if (
        (await this.has('[data-act="prove"]')) ||
        (upTo && (await this.has(`section[aria-label="Step"] [data-step="${upTo}"]`)))
      )
        return done
      if (await this.has('section[aria-label="Step"] [data-check]')) {
        const check = await this.textNow('section[aria-label="Step"] [data-check]')
        await this.press('It is right')
        await this.driver.wait(
          async () => (await this.textNow('section[aria-label="Step"] [data-check]')) !== check,
          WAIT,
          `the check stays: ${check}`,
          POLL,
        )
        continue
      }
      await this.doStep()
      done += 1
      await afterStep?.(done)
    }
    throw new Error('Work never ends')
  }
  /** How often an opening was held until all was in hand. */
  readied = 0
  /** Ticks all that must be in hand before the first joint parts; dips the tank where the litres are asked for. */
  private async readyToOpen(): Promise<void> {
    this.readied += 1
    const dip = (await this.driver.findElements(By.css('input[name="dip"]')))[0]
    if (dip) {
      await dip.sendKeys('30')
      await this.act('dip')
      await this.goneOf('input[name="dip"]')
    }
    const groups = '[data-sheet="ready"] [data-act^="all-"]'
    for (let left = await this.count(groups); left > 0; left = await this.count(groups)) {
      await this.driver.findElement(By.css(groups)).click()
      await this.driver.wait(async () => (await this.count(groups)) < left, WAIT, 'a group stays open', POLL)
    }
    await this.tickAll('[data-sheet="ready"] [role="checkbox"]')
    await this.goneOf('[data-sheet="ready"]')
  }
  private async count(css: string): Promise<number> {
    return (await this.driver.findElements(By.css(css))).length
  }
  /** What stands there at once; null where nothing does. */
  private async textNow(css: string): Promise<string | null> {
    return this.driver.executeScript<string | null>(
      'const found = document.querySelector(arguments[0]); return found && found.innerText',
      css,
    )
  }
  /** Ticks what is not ticked, one after another: the next only once the last is kept, so that none is ticked twice. */
  private async tickAll(css: string): Promise<void> {
    const open = `${css}[aria-checked="false"]:not([disabled])`
    for (let left = await this.count(open); left > 0; left = await this.count(open)) {
      await this.driver.findElement(By.css(open)).click()
      await this.driver.wait(async () => (await this.count(open)) < left, WAIT, 'a tick is not kept', POLL)
    }
  }
  private async doStep(): Promise<void> {
    const heads = 'section[aria-label="Step"] [data-step] p'
    await this.shown(heads)
    const heading = await this.textNow(heads)
    await this.tickAll('section[aria-label="Step"] [role="checkbox"]')
    for (const field of await this.driver.findElements(By.css('input[name="measured"]'))) {
      const label = await field.findElement(By.xpath('ancestor::label')).getText()
      const bounds = /under (\d+)/.exec(label)
      const range = /(\d+) to (\d+) N/.exec(label)
      if (/typical, its sheet/.test(label)) continue
      await field.sendKeys(
        bounds
          ? String(0.4 * Number(bounds[1]))
          : range
            ? String((Number(range[1]) + Number(range[2])) / 2)
            : '1',
      )
    }
    await this.act('step-done')
    await this.driver.wait(
      async () =>
        (await this.has('[data-act="prove"], [data-sheet], section[aria-label="Step"] [data-check]')) ||
        ![heading, null].includes(await this.textNow(heads)),
      WAIT,
      `step stays: ${heading}`,
      POLL,
    )
  }
  /** Reads what is proposed, from so many entries on, until a repair can be planned; returns the finding. */
  async traceOn(entries: number, until = '[data-act="plan"]', most = 20): Promise<string> {
    for (this.taken = entries; !(await this.has(until)); await this.entries((this.taken += 1))) {
      // The maker's figure is not to be had: the trace goes on without it.
      if (await this.has('[data-act="ask-none"]')) {
        await this.act('ask-none')
        await this.goneOf('[data-act="ask-none"]')
        this.taken -= 1
        continue
      }
      if (this.taken >= most)
        throw new Error(`No ${until} after ${this.taken} entries: ${await this.text('h1')}`)
      await this.takeNextReading()
    }
    return this.text('h1')
  }
  /** Looks at every item of a survey whose turn comes, good where nothing else is said; returns them in their order. */
  async survey(finds: Record<string, 'good' | 'doubtful' | 'bad'>): Promise<string[]> {
    const seen: string[] = []
    await this.shown('[data-survey]')
    for (let guard = 0; guard < 40; guard += 1) {
      const open = await this.driver.findElements(By.css('[data-survey]'))
      const item = open[0] ? await open[0].getAttribute('data-survey') : null
      if (!item) return seen
      await this.settle(`[data-find="${finds[item] ?? 'good'}"]:not([disabled])`)
      await this.touch(`[data-find="${finds[item] ?? 'good'}"]`)
      seen.push(item)
      await this.driver.wait(
        async () => !(await this.has(`[data-survey="${item}"]`)),
        WAIT,
        `${item} stays`,
        POLL,
      )
      await this.driver.sleep(500)
    }
    throw new Error('The survey never ends')
  }
  async openItem(id: string): Promise<void> {
    await (await this.shown(`[data-item="${id}"]`)).sendKeys(Key.ENTER)
  }
  /** Takes a job in from its file. */
  async takeIn(path: string, jobId: string): Promise<void> {
    await this.session.go('/')
    await this.sees('can move now')
    await this.driver.findElement(By.css('input[type="file"]')).sendKeys(path)
    await this.shown(`[data-job="${jobId}"]`)
  }
  /** On the bench: another capture, begun and waited for until the verdict stands. */
  async choose(capture: string): Promise<void> {
    await this.act('choose-capture')
    await this.touch(`[data-capture="${capture}"]`)
    await this.driver.wait(async () => !(await this.has('[data-capture]')), WAIT, 'the panel stays', POLL)
  }
  async record(): Promise<string> {
    await this.act('record')
    await this.shown('main[data-pen="running"]')
    await this.shown('main[data-pen="ended"]')
    return this.text('[data-said]')
  }
  /** Keeps what stands on the sheet, and waits until it is kept. */
  async keep(): Promise<void> {
    const kept = async () =>
      Number((await (await this.shown('section[aria-label="Captures kept"]')).getAttribute('data-kept'))!)
    const before = await kept()
    await this.act('keep')
    await this.driver.wait(async () => (await kept()) === before + 1, WAIT, 'it is not kept', POLL)
  }
  /** What stands in the next file that the page saves. */
  async saved(ending: string): Promise<string> {
    return readFileSync(await this.session.saved(ending), 'utf8')
  }
  async isHeld(css: string): Promise<boolean> {
    return !(await (await this.shown(css)).isEnabled())
  }
  /** Types into a field that may just be drawn anew; false where it is gone by then. */
  private async typeOnce(css: string, words: string): Promise<boolean> {
    for (let again = 0; again < 5; again += 1) {
      const field = (await this.driver.findElements(By.css(css)))[0]
      const typed = field?.sendKeys(words).then(
        () => true,
        () => false,
      )
      if (await typed) return true
      await this.driver.sleep(200)
    }
    return false
  }
  /** Clicks what is there and not held; again where it was drawn anew in between. */
  async touch(css: string): Promise<void> {
    for (let again = 0; again < 5; again += 1) {
      const target = await this.shown(css)
      const outcome = await this.driver
        .wait(until.elementIsEnabled(target), WAIT, 'held', POLL)
        .then(() => target.click())
        .then(
          () => 'done' as const,
          (problem: Error) => problem,
        )
      if (outcome === 'done') return
      if (outcome.name === 'StaleElementReferenceError') continue
      throw new Error(`${css}: ${outcome.message}\nThe page as it stood: ${await this.picture()}`)
    }
    throw new Error(`${css} is drawn anew again and again`)
  }
  /** Waits until the table is whole: a technician is slower than it, these hands are not. */
  async tableWhole(): Promise<void> {
    await this.driver.wait(
      until.elementLocated(By.css('[data-stage="pairs"]')),
      60_000,
      'the table never grew whole',
    )
  }
  /** Notes a further reading of the gas meter where everyone was sent out. */
  async meter(percent: number): Promise<void> {
    const field = await this.shown('[data-hold="meter"] input')
    await field.sendKeys(String(percent))
    await this.act('meter')
  }
  /** Starts the plan; a repair beyond those the job began with is agreed to first. */
  async begin(): Promise<void> {
    await this.act('start')
    await this.driver.wait(
      async () =>
        (await this.has('input[name="who"]')) || (await this.driver.getCurrentUrl()).includes('/job/work'),
      WAIT,
      'the work never begins',
      POLL,
    )
    if (!(await this.has('input[name="who"]'))) return
    await (await this.shown('input[name="who"]')).sendKeys('Fleet desk')
    await this.act('consent')
    await this.sees('Fleet desk, phone')
    await this.press('Close')
    await this.act('start')
  }
  /** Plans the repair that was found, does all of it, and comes to Prove; returns its id. */
  async repair(at?: string, there?: () => Promise<void>): Promise<string> {
    const href = await (await this.shown('[data-act="plan"]')).getAttribute('href')
    const id = new URL(href!, 'http://here').searchParams.get('repair')!
    await this.act('plan')
    await this.begin()
    if (at) await this.doAllSteps(undefined, at)
    await there?.()
    if ((await this.doAllSteps()) < 3) throw new Error(`The plan of ${id} has no way in and out`)
    this.cure([id])
    await this.act('prove')
    await this.shown('section[aria-label="Readings before and after"]')
    return id
  }
  /** What stands behind it from now on: a build made it another vehicle. */
  becomes(vehicle: VehicleRecord, scope: Scope = 'engine'): void {
    this.truth = truthOf(vehicle, scope)
  }
  /** After the repair the truth vehicle is cured of what it covers. */
  cure(repairIds: string[]): void {
    this.truth = repaired(this.truth, repairIds)
  }
  /** Reads every proof test again on the repaired truth vehicle. */
  async proveReadings(): Promise<number> {
    let pinned = 0
    for (let guard = 0; guard < 24; guard += 1) {
      const open = './/input or .//select or .//button[@data-act="first"]'
      const rows = await this.driver.findElements(By.xpath(`//tr[@data-proof-test][${open}]`))
      const row = rows[0]
      if (!row) return pinned
      const testId = (await row.getAttribute('data-proof-test'))!
      if (await this.has(`tr[data-proof-test="${testId}"] [data-act="first"]`)) {
        await this.touch(`tr[data-proof-test="${testId}"] [data-act="first"]`)
        await this.settle(`tr[data-proof-test="${testId}"] input, tr[data-proof-test="${testId}"] select`)
        continue
      }
      const reading = standInById(this.truth, testId, 3)
      if (reading.kind === 'number')
        await row.findElement(By.css('input')).sendKeys(String(reading.entered.value), Key.ENTER)
      else {
        const wanted = await this.outcomeLabel(testId, reading.outcome)
        await row.findElement(By.xpath(`.//option[normalize-space(.)=${JSON.stringify(wanted)}]`)).click()
      }
      pinned += 1
      await this.driver.wait(
        async () =>
          (
            await this.driver.findElements(
              By.xpath(`//tr[@data-proof-test="${testId}"][.//input or .//select]`),
            )
          ).length === 0,
        WAIT,
        `${testId} was not pinned`,
        POLL,
      )
    }
    return pinned
  }
  /** Notes on Prove whether a thing was seen. */
  async see(item: string, answer: 'Seen' | 'No' = 'Seen'): Promise<void> {
    await this.shown(`[data-proof="${item}"]`)
    // Joints stand under pressure first; in a journey they have.
    if (await this.has(`[data-proof="${item}"] [data-act="stood"]`))
      await (await this.shown(`[data-proof="${item}"] [data-act="stood"]`)).click()
    await this.shown(`[data-proof="${item}"] [role="radio"]`)
    await this.driver
      .findElement(By.xpath(`//*[@data-proof="${item}"]//*[@role="radio"][normalize-space(.)="${answer}"]`))
      .click()
    await this.driver.wait(
      until.elementLocated(By.css(`[data-proof="${item}"] [role="radio"][data-state="on"]`)),
      WAIT,
      undefined,
      POLL,
    )
  }
  /** Reads every proof again, sees what has to be seen, judges the old part bad, and signs. */
  async signProven(unit: string): Promise<void> {
    if ((await this.proveReadings()) < 1) throw new Error('Nothing was read again')
    for (const item of await this.driver.findElements(By.css('[data-proof]:not([data-proof^="cause:"])')))
      await this.see((await item.getAttribute('data-proof'))!)
    await this.press('Bad')
    await this.noCauseBehind()
    await this.putBack()
    await this.sees('All is proven.').catch(async (problem: Error) => {
      throw new Error(`${problem.message}\n${await this.text('aside[aria-label="Signature"]')}`)
    })
    await this.act('sign')
    await this.sees(`Recorded: unit ${unit}`)
  }
  /** Readings leave a gauge on or a plug apart; whoever signs has put it back. */
  async putBack(): Promise<void> {
    if (await this.has('[data-act="to-steps"]')) {
      await this.act('to-steps')
      await this.act('way-back')
      await this.doAllSteps()
      await this.act('prove')
      await this.shown('section[aria-label="Readings before and after"]')
    }
    if (!(await this.has('[data-act="put-back"]'))) return
    await this.act('put-back')
    await this.goneOf('[data-act="put-back"]')
  }
  /** Says on Prove that the complaint remains though the part was bad, and what is left of it. */
  async complaintRemains(): Promise<void> {
    await this.see('complaintGone', 'No')
    await this.press('Bad')
    await this.press('Better')
    await this.press('Trace on')
    await this.sees('What is left of the complaint?')
    await this.press('Note it and trace')
    await this.sees('round 2')
  }
  /** Says that no cause behind the bad part was there, for each that is asked. */
  async noCauseBehind(): Promise<void> {
    await this.shown('[data-proof^="cause:"]')
    for (let guard = 0; guard < 8; guard += 1) {
      const open = (
        await this.driver.findElements(
          By.xpath('//*[starts-with(@data-proof, "cause:")][not(.//*[@data-state="on"])]'),
        )
      )[0]
      if (!open) return
      const item = (await open.getAttribute('data-proof'))!
      await open.findElement(By.xpath('.//*[@role="radio"][normalize-space(.)="Not there"]')).click()
      await this.shown(`[data-proof="${item}"] [data-state="on"]`)
    }
    throw new Error('A cause behind the part stays open')
  }
  /** Opens what is known of a segment of the tracks. */
  async openSegment(id: string): Promise<void> {
    await (await this.shown(`[data-segment="${id}"]`)).sendKeys(Key.ENTER)
  }
  async goneOf(css: string): Promise<void> {
    await this.driver.wait(async () => !(await this.has(css)), WAIT, `${css} stays`, POLL)
  }
}
