'use client'
import { useState } from 'react'
import { openBypasses } from '@/core/job'
import { boundsOf, readFigure } from '@/core/records'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from '../frame/useJob'

const field = 'block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink'
const OHM = boundsOf('terminal-mapped', 'ohm')

/** Wiring work: what was bridged and must be undone, and where each pin really goes. */
export function Wires({
  hand,
  open,
  onOpenChange,
}: {
  hand: JobInHand
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Wires">
      <div className="space-y-6 text-main">
        <Bypasses hand={hand} />
        <Terminals hand={hand} />
      </div>
    </Panel>
  )
}

function Bypasses({ hand }: { hand: JobInHand }) {
  const [what, setWhat] = useState('')
  const [where, setWhere] = useState('')
  const good = what.trim() !== ''
  const set = async () => {
    if ((await hand.act('bridge', { what, where })).kept) setWhat('')
  }
  return (
    <section aria-label="Bridged for a test" className="space-y-2">
      <h3 className="text-step">Bridged for a test</h3>
      <p className="text-second text-ink-2">
        A bridged cut-off or fuse protects nobody. It stands here until it is undone; nothing is signed
        before.
      </p>
      <form
        className="grid grid-cols-[1fr_1fr_auto] items-end gap-3 narrow:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault()
          void set()
        }}
      >
        <label className="text-second text-ink-2">
          What is bridged
          <input
            name="bypass"
            value={what}
            onChange={(event) => setWhat(event.target.value)}
            className={field}
          />
        </label>
        <label className="text-second text-ink-2">
          Where
          <input
            name="bypassWhere"
            value={where}
            onChange={(event) => setWhere(event.target.value)}
            className={field}
          />
        </label>
        <Button type="submit" variant={good ? 'plain' : 'held'} disabled={!good} data-act="bypass">
          Note it
        </Button>
      </form>
      <ul>
        {openBypasses(hand.job).map((bypass) => (
          <li
            key={bypass.bypassId}
            data-bypass={bypass.bypassId}
            className="flex min-h-[52px] items-center justify-between border-t border-rule-2"
          >
            <span className="font-semibold text-danger">
              {bypass.what}
              {bypass.where ? `, ${bypass.where}` : ''}: still bridged
            </span>
            <Button
              data-act="undo-bypass"
              onClick={() => void hand.act('unbridge', { bypassId: bypass.bypassId })}
            >
              It is undone
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

function Terminals({ hand }: { hand: JobInHand }) {
  const [plug, setPlug] = useState('X7')
  const [pin, setPin] = useState('')
  const [labelled, setLabelled] = useState('')
  const [goesTo, setGoesTo] = useState('')
  const [ohm, setOhm] = useState('')
  const [spliced, setSpliced] = useState(false)
  const read = readFigure(ohm, OHM)
  const good = plug.trim() !== '' && pin.trim() !== '' && goesTo.trim() !== '' && read.kind !== 'not possible'
  const map = async () => {
    if (
      !good ||
      !(
        await hand.act('mapTerminal', {
          plug,
          pin,
          labelled,
          goesTo,
          ohm: read.kind === 'figure' ? read.value : null,
          spliced,
        })
      ).kept
    )
      return
    setPin('')
    setLabelled('')
    setGoesTo('')
    setOhm('')
    setSpliced(false)
  }
  const pins = [...hand.job.terminals.values()]
  return (
    <section aria-label="Terminal map" className="space-y-2">
      <h3 className="text-step">Where each pin really goes</h3>
      <p className="text-second text-ink-2">By continuity, battery minus off, plug parted, tank shut.</p>
      <form
        className="grid grid-cols-[80px_70px_1fr_1fr_84px_120px_auto] items-end gap-2 narrow:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault()
          void map()
        }}
      >
        <label className="text-second text-ink-2">
          Plug
          <input
            name="plug"
            value={plug}
            onChange={(event) => setPlug(event.target.value)}
            className={field}
          />
        </label>
        <label className="text-second text-ink-2">
          Pin
          <input name="pin" value={pin} onChange={(event) => setPin(event.target.value)} className={field} />
        </label>
        <label className="text-second text-ink-2">
          Labelled
          <input
            name="labelled"
            value={labelled}
            onChange={(event) => setLabelled(event.target.value)}
            className={field}
          />
        </label>
        <label className="text-second text-ink-2">
          Goes to
          <input
            name="goesTo"
            value={goesTo}
            onChange={(event) => setGoesTo(event.target.value)}
            className={field}
          />
        </label>
        <label className="text-second text-ink-2">
          {read.kind === 'not possible' ? <b className="text-danger">Ω, {read.range}</b> : 'Ω'}
          <input
            name="ohm"
            inputMode="decimal"
            value={ohm}
            onChange={(event) => setOhm(event.target.value)}
            className={field}
          />
        </label>
        <Button
          variant={spliced ? 'act' : 'quiet'}
          aria-pressed={spliced}
          onClick={() => setSpliced(!spliced)}
          className="!px-2"
        >
          {spliced ? 'Spliced' : 'No splice'}
        </Button>
        <Button type="submit" variant={good ? 'plain' : 'held'} disabled={!good} data-act="terminal">
          Keep
        </Button>
      </form>
      {pins.length > 0 && (
        <table className="w-full text-second">
          <thead>
            <tr className="text-left text-ink-2">
              <th className="font-normal">Pin</th>
              <th className="font-normal">Labelled</th>
              <th className="font-normal">Goes to</th>
              <th className="text-right font-normal">Ω</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {pins.map((one) => (
              <tr
                key={`${one.plug}.${one.pin}`}
                data-pin={`${one.plug}.${one.pin}`}
                className="border-t border-rule-2 text-main"
              >
                <td className="py-1">
                  {one.plug} {one.pin}
                </td>
                <td>{one.labelled || 'nothing'}</td>
                <td
                  className={
                    one.labelled !== '' && one.labelled.toLowerCase() !== one.goesTo.toLowerCase()
                      ? 'font-semibold text-danger'
                      : ''
                  }
                >
                  {one.goesTo}
                  {one.labelled !== '' && one.labelled.toLowerCase() !== one.goesTo.toLowerCase()
                    ? ', not as labelled'
                    : ''}
                </td>
                <td className="text-right">{one.ohm ?? 'not read'}</td>
                <td className="text-right text-ink-2">{one.spliced ? 'spliced' : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}
