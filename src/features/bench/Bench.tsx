'use client'
import { useEffect, useMemo, useState } from 'react'
import { DEADHEAD_LIMIT_S, channelOf, held, type Instrument } from '@/core/bench'
import type { Conclusion } from '@/core/job'
import { testById } from '@/core/library'
import { readLoggerFile } from '@/workers/fileReader'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Figure, Notice } from '@/ui/Notice'
import { MainAct } from '@/ui/Shape'
import { saveFile, savePicture } from '@/ui/saveFile'
import { channelName } from '../frame/channelWords'
import { StateStrip } from '../frame/StateStrip'
import { useInstruments } from '../frame/useInstruments'
import type { JobInHand } from '../frame/useJob'
import { useKeys } from '../frame/useKeys'
import { unitText, inUnits, siText } from '../frame/quantities'
import { lowerFirst } from '../frame/words'
import { BY_HAND, BY_SIGNAL, CAPTURE_WORDS, CLAMP_WORDS, refusalText, shownText } from './benchText'
import { BesideCapture } from './BesideCapture'
import { CaptureNow } from './CaptureNow'
import { ChooseCapture } from './ChooseCapture'
import { captureCsv, captureJson, fileName } from './exportCapture'
import { FileWizard, type LongFile } from './FileWizard'
import { FullScreen } from './FullScreen'
import { HandEntry } from './HandEntry'
import { PenChart } from './PenChart'
import { inOrder, lastOf } from './penPanels'
import { Sources, type Source } from './Sources'
import { useCapture, type CaptureInHand, type Flags } from './useCapture'
import { usePen, type Pen, type PenInHand } from './usePen'
import { VerdictSheet } from './VerdictSheet'

type Open = 'captures' | 'sources' | 'file' | 'full' | null

export function Bench({ hand }: { hand: JobInHand }) {
  const pen = usePen()
  const [frozen, setFrozen] = useState<Pen | null>(null)
  const [open, setOpen] = useState<Open>(null)
  const [source, setSource] = useState<Source>({ kind: 'tablet' })
  const [long, setLong] = useState<LongFile | null>(null)
  const instruments = useInstruments()
  const capture = useCapture(hand, pen, instruments, (of) => forget(pen, of))
  const { taking, concluded, taken } = capture
  const words = CAPTURE_WORDS[taking.kind]
  const record = useRecord(hand, pen, capture, source)
  const conclusion = concluded?.ok ? concluded.value : null
  const hold = () => setFrozen(frozen ? null : pen)
  const mark = () => capture.flags && capture.moveFlags({ a: capture.flags.b, b: pen.lastS })
  useKeys({
    l: () =>
      capture.offers.some((offer) => offer.kind === 'leakDown') &&
      pen.status !== 'running' &&
      capture.choose('leakDown'),
    m: mark,
    h: hold,
  })
  const sheet = {
    job: hand.job,
    taking,
    conclusion,
    signals: capture.signals,
    taken,
    standIn: pen.source === 'stand-in',
  }
  const shown = frozen ?? pen
  return (
    <>
      <main
        className="flex flex-col gap-4 wide:grid wide:min-h-0 wide:flex-1 wide:grid-cols-[minmax(0,876fr)_minmax(0,404fr)] wide:gap-0"
        data-pen={pen.status}
        data-signal={pen.source}
      >
        <section aria-label="Signals and captures" className="flex min-h-0 flex-col">
          <div className="flex min-h-[46px] flex-wrap items-center justify-between gap-x-4 px-4 pt-1 wide:px-6">
            <h1 className="text-title">{titleOf(conclusion, words.title)}</h1>
            <Origin pen={pen} />
          </div>
          <div className="min-h-[300px] px-4 wide:h-[300px] wide:px-6">
            {capture.byHand ? (
              <div className="pt-4">
                <HandEntry
                  key={taking.kind}
                  taking={taking}
                  offer={capture.offer}
                  onWritten={capture.setWritten}
                />
              </div>
            ) : shown.signals.length > 0 ? (
              <PenChart
                pen={shown}
                kind={taking.kind}
                flags={capture.flags}
                name={words.title}
                height={258}
                onFlags={capture.moveFlags}
              />
            ) : (
              <Before hand={hand} capture={capture} source={source} />
            )}
          </div>
          <div className="grid min-h-0 flex-1 border-t-2 border-ink bg-sheet medium:grid-cols-2 wide:grid-cols-2">
            <CaptureNow
              capture={capture}
              conclusion={conclusion}
              pen={pen}
              onFull={() => setOpen('full')}
              onSave={(ending) => saveAs(ending, sheet)}
            />
            <BesideCapture hand={hand} capture={capture} conclusion={conclusion} />
          </div>
        </section>
        <aside
          className="flex min-h-0 flex-col gap-2 border-rule px-4 pb-3 pt-3 wide:overflow-y-auto wide:border-l wide:px-6"
          aria-label="Instruments and verdict"
        >
          <Live pen={shown} kind={taking.kind} />
          <Setup capture={capture} running={pen.status === 'running'} />
          {taking.kind === 'deadhead' && <ShutClock pen={pen} onOver={pen.stop} />}
          <div className="grid grid-cols-2 gap-2">
            {!capture.byHand &&
              (pen.status === 'running' ? (
                <Button variant="act" className="col-span-2 min-h-[56px]" data-act="stop" onClick={pen.stop}>
                  Pen runs: stop
                </Button>
              ) : (
                !conclusion && (
                  <MainAct>
                    <Button
                      variant={record ? 'act' : 'held'}
                      className="col-span-2 min-h-[56px]"
                      data-act="record"
                      disabled={!record}
                      onClick={() => record?.()}
                    >
                      {record ? words.act : 'No instrument connected'}
                    </Button>
                  </MainAct>
                )
              ))}
            {pen.status === 'running' && (
              <>
                <Button onClick={mark}>Mark now</Button>
                <Button onClick={hold} data-state={frozen ? 'held' : 'free'}>
                  {frozen ? 'Let it run' : 'Hold trace'}
                </Button>
              </>
            )}
            {pen.status !== 'running' && (
              <>
                <Button data-act="choose-capture" onClick={() => setOpen('captures')}>
                  Other capture
                </Button>
                <Button data-act="sources" onClick={() => setOpen('sources')}>
                  Instruments, file
                </Button>
              </>
            )}
          </div>
          {long && pen.by === 'file' && capture.flags && (
            <Stretch long={long} flags={capture.flags} pen={pen} onWhole={() => setLong(null)} />
          )}
          {pen.status === 'lost' && <Notice title="The gauge gave no signal.">{pen.problem}</Notice>}
          {pen.badCount > 0 && (
            <Notice
              title={
                pen.badCount === 1
                  ? 'One line could not be read.'
                  : `${pen.badCount} lines could not be read.`
              }
            >
              Line {pen.bad[0]!.line}: “{pen.bad[0]!.text}”.
            </Notice>
          )}
          {concluded && !concluded.ok && (
            <Notice title="No verdict yet.">{refusalText(concluded.error)}</Notice>
          )}
          {conclusion && capture.input && (
            <VerdictSheet
              key={`${taking.kind} ${taking.testId} ${taking.clamped} ${pen.head?.name} ${pen.lastS}`}
              hand={hand}
              taking={taking}
              input={capture.input}
              conclusion={conclusion}
              signals={capture.signals}
              source={capture.byHand ? 'vehicle' : pen.source}
              taken={taken}
              onRepeat={() => (capture.byHand ? capture.setWritten(null) : record?.())}
            />
          )}
        </aside>
      </main>
      <StateStrip hand={hand} message={railMessage(pen, taking.kind)} />
      <Panels
        {...{ hand, pen, capture, open, setOpen, source, setSource, instruments, setLong }}
        onPicture={(canvas) => savePicture(fileName({ ...sheet, at: Date.now() }, 'png'), canvas)}
      />
    </>
  )
}

interface PanelsProps {
  hand: JobInHand
  pen: PenInHand
  capture: CaptureInHand
  open: Open
  setOpen: (open: Open) => void
  source: Source
  setSource: (source: Source) => void
  instruments: Instrument[]
  setLong: (long: LongFile | null) => void
  onPicture: (canvas: HTMLCanvasElement) => void
}

/** What lies over the bench for a moment. */
function Panels({
  hand,
  pen,
  capture,
  open,
  setOpen,
  source,
  setSource,
  instruments,
  setLong,
  onPicture,
}: PanelsProps) {
  const { taking } = capture
  return (
    <>
      <ChooseCapture
        open={open === 'captures'}
        offers={capture.offers}
        current={taking.kind}
        onOpenChange={(next) => setOpen(next ? 'captures' : null)}
        onChoose={(kind) => {
          capture.choose(kind)
          setOpen(null)
        }}
      />
      <Sources
        open={open === 'sources'}
        onOpenChange={(next) => setOpen(next ? 'sources' : null)}
        source={source}
        simulated={hand.vehicle.kind === 'simulated'}
        instruments={instruments}
        onSource={(next) => {
          setSource(next)
          setOpen(null)
        }}
        onFile={() => setOpen('file')}
      />
      <FileWizard
        open={open === 'file'}
        onOpenChange={(next) => setOpen(next ? 'file' : null)}
        instruments={instruments}
        onRead={(name, signals, more) => {
          pen.load(name, signals)
          setLong(more)
          capture.restFlags()
          setOpen(null)
        }}
      />
      <FullScreen
        open={open === 'full'}
        onClose={() => setOpen(null)}
        name={CAPTURE_WORDS[taking.kind].title}
        signals={pen.signals}
        kind={taking.kind}
        flags={capture.flags}
        onFlags={capture.moveFlags}
        onPicture={onPicture}
      />
    </>
  )
}

/** A signal was recorded for one clamping and, by a stand-in, for one place: it is none of another. A file is what a person says it is. */
function forget(pen: PenInHand, of: 'clamps' | 'place') {
  if (pen.by !== 'file' && (of === 'clamps' || pen.source === 'stand-in')) pen.clear()
}

/** What begins a recording here: the stand-ins on a simulated vehicle, a gateway on any. */
function useRecord(
  { vehicle, job }: JobInHand,
  pen: PenInHand,
  { taking, byHand, restFlags }: CaptureInHand,
  source: Source,
): (() => void) | null {
  return useMemo(() => {
    if (byHand || !BY_SIGNAL(taking.kind)) return null
    const begin = (start: () => void) => () => {
      restFlags()
      start()
    }
    if (source.kind === 'gateway') return begin(() => pen.start({ kind: 'gateway', address: source.address }))
    if (vehicle.kind !== 'simulated') return null
    const attempt = job.captures.filter((kept) => kept.capture === taking.kind).length
    return begin(() =>
      pen.start({
        kind: 'stand-in',
        by: source.kind === 'tablet' ? 'tablet' : 'gateway',
        order: { vehicle, repaired: job.finishedRepairs, taking, attempt },
      }),
    )
  }, [vehicle, job, pen, taking, byHand, restFlags, source])
}

function saveAs(ending: 'csv' | 'json', sheet: Omit<Parameters<typeof captureCsv>[0], 'at'>) {
  const at = Date.now()
  saveFile(
    fileName({ ...sheet, at }, ending),
    ending === 'csv' ? captureCsv({ ...sheet, at }) : captureJson({ ...sheet, at }),
    ending === 'csv' ? 'text/csv' : 'application/json',
  )
}

/** Reads the stretch between the flags again with every sample, and says so while it does. */
function Stretch({
  long,
  flags,
  pen,
  onWhole,
}: {
  long: LongFile
  flags: Flags
  pen: PenInHand
  onWhole: () => void
}) {
  const [share, setShare] = useState<number | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const read = () => {
    setProblem(null)
    setShare(0)
    readLoggerFile(
      long.file,
      { ...long.order, stretch: { from: Math.min(flags.a, flags.b), to: Math.max(flags.a, flags.b) } },
      {
        progress: setShare,
        read: (recording) => {
          setShare(null)
          pen.load(long.file.name, recording.signals)
          if (recording.thinned) setProblem('Still too long to keep whole: move the flags closer.')
          else onWhole()
        },
        failed: (why) => {
          setShare(null)
          setProblem(`${why}. Choose the file again.`)
        },
      },
    )
  }
  return (
    <>
      <Button data-act="stretch" disabled={share !== null} onClick={read}>
        {share === null ? 'Read A to B in full' : `Reading, ${Math.round(100 * share)} %`}
      </Button>
      {problem && <Notice title="Not read in full.">{problem}</Notice>}
    </>
  )
}

const titleOf = (conclusion: Conclusion | null, title: string): string =>
  conclusion?.finding.kind === 'leakDown'
    ? `Leak-down from ${siText(conclusion.finding.startPa, 'kPa', 0)}`
    : title

function Origin({ pen }: { pen: Pen }) {
  if (pen.source === 'stand-in')
    return (
      <span className="border-2 border-dashed border-ink px-3 py-0.5 text-second" data-origin="stand-in">
        Stand-in, {pen.by === 'gateway' ? 'by gateway' : 'on this tablet'}: no vehicle’s signal
      </span>
    )
  if (pen.by === 'file')
    return (
      <span className="max-w-[380px] truncate border border-ink-3 px-3 py-0.5 text-second" data-origin="file">
        From file: {pen.head?.name}
      </span>
    )
  return pen.head ? (
    <span className="border border-ink-3 px-3 py-0.5 text-second" data-origin="vehicle">
      {pen.head.name || 'Gateway'}
    </span>
  ) : null
}

/** What has to stand before the pen runs, and the danger. */
function Before({ hand, capture, source }: { hand: JobInHand; capture: CaptureInHand; source: Source }) {
  const words = CAPTURE_WORDS[capture.taking.kind]
  const real = hand.vehicle.kind === 'real' && source.kind !== 'gateway'
  return (
    <div className="space-y-3 pt-4">
      {words.caution && (
        <Notice kind="danger" title={words.caution.text}>
          {words.caution.stopWhen}
        </Notice>
      )}
      <Notice title={inUnits(words.before)}>{words.tells}</Notice>
      {capture.taking.testId && (
        <p className="text-second text-ink-2">
          For Trace: {lowerFirst(inUnits(testById(capture.taking.testId).title))}.{' '}
          {testById(capture.taking.testId).where}
        </p>
      )}
      {real && (
        <Notice title="This is a real vehicle.">
          Connect a gauge gateway or take a file under “Instruments, file”
          {BY_HAND.includes(capture.taking.kind) ? ', or read by hand' : ''}. A stand-in signal cannot be
          evidence on it.
        </Notice>
      )}
    </div>
  )
}

/** Which place or condition, which clamps, by signal or by hand. */
function Setup({ capture, running }: { capture: CaptureInHand; running: boolean }) {
  const { taking, offer, clamps, byHand } = capture
  return (
    <div className="space-y-2">
      {clamps.length > 1 && !byHand && (
        <fieldset disabled={running} className="flex items-center gap-2">
          <span className="text-second text-ink-2">Clamped</span>
          <div className="flex-1">
            <ChoiceGroup
              label="Clamped"
              options={clamps.map((id) => ({ id, label: CLAMP_WORDS[id] }))}
              value={taking.clamped}
              onChange={(id) => capture.clamp(id as typeof taking.clamped)}
            />
          </div>
        </fieldset>
      )}
      {taking.clamped !== 'none' && (
        <p className="text-second leading-tight text-danger">
          Soft, sound rubber hose only, smooth jaws, pressure off while you set them. Renew a marked hose.
        </p>
      )}
      {clamps.length === 0 && offer.tests.length > 1 && taking.kind !== 'drops' && (
        <select
          aria-label="Place and condition"
          value={taking.testId ?? ''}
          disabled={running}
          onChange={(event) => capture.choose(taking.kind, event.target.value)}
          className="h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main"
        >
          {offer.tests.map((test) => (
            <option key={test.id} value={test.id}>
              {test.short}
            </option>
          ))}
        </select>
      )}
      {taking.kind === 'waveform' && (
        <label className="flex items-center justify-between gap-3 text-second text-ink-2">
          Bars of the commutator
          <select
            value={capture.bars ?? ''}
            onChange={(event) =>
              capture.setBars(event.target.value === '' ? null : Number(event.target.value))
            }
            className="h-[48px] border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
          >
            <option value="">not known</option>
            {Array.from({ length: 10 }, (_, k) => (
              <option key={k} value={k + 3}>
                {k + 3}
              </option>
            ))}
          </select>
        </label>
      )}
      {BY_HAND.includes(taking.kind) && BY_SIGNAL(taking.kind) && (
        <ChoiceGroup
          label="Read by"
          options={[
            { id: 'signal', label: 'By instrument' },
            { id: 'hand', label: 'By hand' },
          ]}
          value={byHand ? 'hand' : 'signal'}
          onChange={(id) => capture.setByHand(id === 'hand')}
        />
      )}
    </div>
  )
}

/** The value under the pen; least and most are held, since a prime lasts three seconds and the technician is alone. */
function Live({ pen, kind }: { pen: Pen; kind: CaptureInHand['taking']['kind'] }) {
  const [main, ...others] = inOrder(pen.signals, kind)
  if (!main || main.series.values.length === 0) return null
  const { low, high } = held(main.series)
  const unit = unitText(main.head.unit)
  return (
    <div aria-live="off">
      <div className="flex items-end justify-between border-b border-rule-2 pb-1">
        <p className="text-second text-ink-2">
          {channelName(main.head.id, main.head.quantity)}
          <span className="block">least {shownText(low, main.head.unit)}</span>
          <span className="block">
            most {shownText(high, main.head.unit)} {unit}
          </span>
        </p>
        <Figure
          value={shownText(lastOf(main), main.head.unit)}
          unit={unit}
          size={pen.status === 'running' ? 'live' : 'entry'}
        />
      </div>
      {pen.status === 'running' &&
        others.slice(0, 3).map((channel) => (
          <p key={channel.head.id} className="flex items-end justify-between border-b border-rule-2 py-0.5">
            <span className="text-second text-ink-2">
              {channelName(channel.head.id, channel.head.quantity)}
            </span>
            <Figure
              value={shownText(lastOf(channel), channel.head.unit)}
              unit={unitText(channel.head.unit)}
              size="count"
            />
          </p>
        ))}
    </div>
  )
}

/** Pressure over the one before by so much means that the valve is shut. */
const SHUT_RISE_PA = 30e3

/** Counts how long the line has been shut; at the limit it says to open, and the pen is stopped. */
function ShutClock({ pen, onOver }: { pen: Pen; onOver: () => void }) {
  const shutS = pen.status === 'running' ? shutFor(pen) : null
  const over = shutS !== null && shutS > DEADHEAD_LIMIT_S + 0.2
  useEffect(() => {
    if (over) onOver()
  }, [over, onOver])
  if (shutS === null) return null
  return shutS >= DEADHEAD_LIMIT_S - 0.5 ? (
    <p role="alert" className="bg-danger px-3 py-2 text-title text-on-danger">
      Open the valve now.
    </p>
  ) : (
    <p className="border-l-4 border-danger pl-3 text-main">
      Shut for <b>{shutS.toFixed(1)} s</b> of {DEADHEAD_LIMIT_S} s.
    </p>
  )
}

/** Seconds that the line has been shut by now; null before the gauge shows anything. */
function shutFor(pen: Pen): number | null {
  const rail = channelOf(pen.signals, 'pressure', 'rail')
  if (!rail || rail.series.values.length < 10) return null
  const running = rail.series.values.filter((value) => value > 50e3)
  const base =
    running.length > 20 ? running.subarray(10, 20).reduce((sum, value) => sum + value, 0) / 10 : Infinity
  const from = rail.series.values.findIndex((value) => value > base + SHUT_RISE_PA)
  return from < 0 || !(lastOf(rail) > base + SHUT_RISE_PA) ? 0 : pen.lastS - rail.series.seconds[from]!
}

const PRESSURES: CaptureInHand['taking']['kind'][] = ['prime', 'steady', 'snap', 'deadhead', 'leakDown']

/** Pressure is off under 10 kPa on the gauge, and only there. */
function railMessage(pen: Pen, kind: CaptureInHand['taking']['kind']): string {
  if (!PRESSURES.includes(kind)) return ''
  const rail = channelOf(pen.signals, 'pressure', 'rail')
  if (!rail || rail.series.values.length === 0) return 'Gauge on the rail before you start.'
  const kPa = lastOf(rail) / 1e3
  return kPa < 10
    ? `Gauge shows ${siText(lastOf(rail), 'kPa', 0)} now. The next key-on builds it up again.`
    : `Rail holds ${siText(lastOf(rail), 'kPa', 0)}. Let it off before any joint parts.`
}
