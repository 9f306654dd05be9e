'use client'
import { useEffect, useRef, useState } from 'react'
import {
  QUANTITIES,
  SEPARATORS,
  TYPICAL_ACCURACY,
  channelId,
  headsOf,
  quantityOf,
  shapeOf,
  type ChannelQuantity,
  type ColumnMapping,
  type Instrument,
  type LoggerOrder,
  type LoggerRecording,
  type LoggerShape,
  type Signals,
} from '@/core/bench'
import { UNIT_NAMES, differenceFromSi, differenceToSi, unitKind, type UnitName } from '@/core/shared'
import { mappingFor, rememberMapping } from '@/data/loggerMappings'
import { readLoggerFile } from '@/workers/fileReader'
import { Button } from '@/ui/Button'
import { NumberTable } from '@/ui/ChartTable'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { unitText } from '../frame/quantities'
import { channelName } from '../frame/channelWords'
import { PROBLEM_WORDS, SEPARATOR_WORDS, TIME_WORDS, shapeProblem } from './fileText'

interface Props {
  open: boolean
  onOpenChange: (open: boolean) => void
  instruments: Instrument[]
  onRead: (name: string, signals: Signals, long: LongFile | null) => void
}

/** A file too long to be kept in full: a stretch of it can be read again. */
export interface LongFile {
  file: File
  order: LoggerOrder
}

type Use = { quantity: ChannelQuantity; unit: UnitName } | null
interface Draft {
  file: File
  shape: LoggerShape
  uses: Use[]
  rowsPerS: number
  known: boolean
}
type Step =
  | { at: 'choose'; problem: string | null }
  | { at: 'map'; draft: Draft }
  | { at: 'reading'; draft: Draft | null; share: number; rows: number }
  | { at: 'read'; draft: Draft | null; name: string; recording: LoggerRecording }

/** A file of any logger: what it is, which column is what, read in a worker, with what could not be read named by line. */
export function FileWizard({ open, onOpenChange, instruments, onRead }: Props) {
  const [step, setStep] = useState<Step>({ at: 'choose', problem: null })
  const running = useRef<{ cancel: () => void } | null>(null)
  useEffect(() => () => running.current?.cancel(), [])
  const close = (next: boolean) => {
    if (!next) {
      running.current?.cancel()
      setStep({ at: 'choose', problem: null })
    }
    onOpenChange(next)
  }
  const choose = async (file: File) => {
    const head = await file.slice(0, HEAD_BYTES).text()
    if (head.startsWith('# stop-start lines')) return read(file, null)
    const shape = shapeOf(head)
    if (!shape.ok) return setStep({ at: 'choose', problem: `${file.name}: ${shapeProblem(shape.error)}` })
    setStep({ at: 'map', draft: await draftOf(file, shape.value) })
  }
  const read = (file: File, draft: Draft | null) => {
    setStep({ at: 'reading', draft, share: 0, rows: 0 })
    if (draft)
      void rememberMapping({
        heads: headsOf(draft.shape),
        separator: draft.shape.separator,
        decimalComma: draft.shape.decimalComma,
        timeColumn: draft.shape.timeColumn,
        timeBase: draft.shape.timeBase,
        rowsPerS: draft.rowsPerS,
        columns: draft.uses.flatMap((use, column) => (use ? [{ column, ...use }] : [])),
      })
    const order = draft && orderOf(draft, instruments)
    running.current = readLoggerFile(file, order, {
      progress: (share, rows) => setStep((now) => (now.at === 'reading' ? { ...now, share, rows } : now)),
      read: (recording) =>
        setStep(
          recording.rows === 0
            ? {
                at: 'choose',
                problem: `${file.name}: no row could be read.${recording.problems[0] ? ` Line ${recording.problems[0].line}: ${PROBLEM_WORDS[recording.problems[0].problem]}, “${recording.problems[0].text}”.` : ''}`,
              }
            : { at: 'read', draft, name: file.name, recording },
        ),
      failed: (problem) => setStep({ at: 'choose', problem: `${file.name}: ${problem}.` }),
    })
  }
  return (
    <Panel open={open} onOpenChange={close} title="A recording from a file">
      {step.at === 'choose' && <Choose problem={step.problem} onFile={(file) => void choose(file)} />}
      {step.at === 'map' && (
        <MapColumns
          draft={step.draft}
          onDraft={(draft) => setStep({ at: 'map', draft })}
          onRead={() => read(step.draft.file, step.draft)}
          onBack={() => setStep({ at: 'choose', problem: null })}
        />
      )}
      {step.at === 'reading' && (
        <Reading
          share={step.share}
          rows={step.rows}
          onCancel={() => {
            running.current?.cancel()
            setStep(step.draft ? { at: 'map', draft: step.draft } : { at: 'choose', problem: null })
          }}
        />
      )}
      {step.at === 'read' && (
        <Read
          recording={step.recording}
          onTake={() => {
            onRead(
              step.name,
              step.recording.signals,
              step.recording.thinned && step.draft
                ? { file: step.draft.file, order: orderOf(step.draft, instruments) }
                : null,
            )
            setStep({ at: 'choose', problem: null })
          }}
          onBack={() =>
            setStep(step.draft ? { at: 'map', draft: step.draft } : { at: 'choose', problem: null })
          }
        />
      )}
    </Panel>
  )
}

const HEAD_BYTES = 64 * 1024

const orderOf = (draft: Draft, instruments: Instrument[]): LoggerOrder => ({
  shape: draft.shape,
  columns: mapped(draft, instruments),
  rowsPerS: draft.rowsPerS,
  stretch: null,
})

async function draftOf(file: File, shape: LoggerShape): Promise<Draft> {
  const known = await mappingFor(headsOf(shape))
  const guess = shape.columns.map(({ unit }, column): Use => {
    const quantity = unit && column !== shape.timeColumn ? quantityOf(unit) : null
    return quantity && unit ? { quantity, unit } : null
  })
  if (!known || known.columns.some((use) => use.column >= shape.columns.length))
    return { file, shape, uses: guess, rowsPerS: 10, known: false }
  return {
    file,
    rowsPerS: known.rowsPerS,
    known: true,
    shape: {
      ...shape,
      separator: known.separator,
      decimalComma: known.decimalComma,
      timeColumn: known.timeColumn,
      timeBase: known.timeBase,
    },
    uses: shape.columns.map((_, column) => {
      const use = known.columns.find((candidate) => candidate.column === column)
      return use ? { quantity: use.quantity, unit: use.unit } : null
    }),
  }
}

/** Columns as channels, each as good as the workshop's own instrument of its kind, or a typical one. */
function mapped({ shape, uses }: Draft, instruments: Instrument[]): ColumnMapping[] {
  const taken: string[] = []
  return uses.flatMap((use, column) => {
    if (!use) return []
    const channel = channelId(use.quantity, shape.columns[column]!.name, taken)
    taken.push(channel)
    const own = instruments.find((one) => one.quantity === use.quantity)
    const typical = TYPICAL_ACCURACY[use.quantity]
    const accuracy = own
      ? {
          relative: own.ofReading,
          absolute: differenceFromSi(
            differenceToSi(own.constant) +
              (own.fullScale ? own.ofFullScale * Math.abs(differenceToSi(own.fullScale)) : 0),
            use.unit,
          ),
        }
      : {
          relative: typical.relative,
          absolute: differenceFromSi(
            differenceToSi({ value: typical.absolute, unit: typical.unit }),
            use.unit,
          ),
        }
    return [{ column, channel, quantity: use.quantity, unit: use.unit, accuracy }]
  })
}

function Choose({ problem, onFile }: { problem: string | null; onFile: (file: File) => void }) {
  return (
    <div
      className="space-y-4"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault()
        const [file] = event.dataTransfer.files
        if (file) onFile(file)
      }}
    >
      {problem && <Notice title="Not taken in.">{problem} Nothing has changed.</Notice>}
      <label className="flex min-h-[150px] cursor-pointer flex-col items-center justify-center gap-2 border-2 border-dashed border-ink-3 text-main focus-within:outline focus-within:outline-[3px] focus-within:outline-offset-[3px] focus-within:outline-accent">
        <span className="font-semibold">Choose a file, or drop it here</span>
        <span className="text-second text-ink-2">
          CSV of any logger, up to some hundred megabytes, or saved instrument lines
        </span>
        <input
          type="file"
          name="logger"
          accept=".csv,.txt,.tsv,.log,.asc,text/*"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.[0]
            event.target.value = ''
            if (file) onFile(file)
          }}
        />
      </label>
    </div>
  )
}

const select = 'h-[44px] border-2 border-ink-3 bg-sheet px-1 text-second text-ink'

function MapColumns({
  draft,
  onDraft,
  onRead,
  onBack,
}: {
  draft: Draft
  onDraft: (draft: Draft) => void
  onRead: () => void
  onBack: () => void
}) {
  const { shape, uses } = draft
  const set = (change: Partial<LoggerShape>) => onDraft({ ...draft, shape: { ...shape, ...change } })
  const use = (column: number, next: Use) =>
    onDraft({ ...draft, uses: uses.map((before, k) => (k === column ? next : before)) })
  const count = uses.filter(Boolean).length
  return (
    <div className="space-y-3" data-wizard="map">
      <p className="text-main">
        <span className="font-semibold">{draft.file.name}</span>, {(draft.file.size / 1e6).toFixed(1)} MB.{' '}
        {draft.known ? 'Mapped as the last time.' : 'Looked at its first lines: set right what is wrong.'}
      </p>
      <div className="flex flex-wrap items-end gap-3 text-second text-ink-2">
        <label>
          Between columns
          <select
            className={`block ${select}`}
            value={shape.separator}
            onChange={(event) => set({ separator: event.target.value as LoggerShape['separator'] })}
          >
            {SEPARATORS.map((separator) => (
              <option key={separator} value={separator}>
                {SEPARATOR_WORDS[separator]}
              </option>
            ))}
          </select>
        </label>
        <label>
          Decimals
          <select
            className={`block ${select}`}
            value={shape.decimalComma ? 'comma' : 'point'}
            onChange={(event) => set({ decimalComma: event.target.value === 'comma' })}
          >
            <option value="point">point</option>
            <option value="comma">comma</option>
          </select>
        </label>
        <label>
          Lines before the data
          <input
            type="number"
            min={0}
            max={60}
            className={`block w-24 ${select}`}
            value={shape.skipLines}
            onChange={(event) => set({ skipLines: Math.max(0, Math.min(60, Number(event.target.value))) })}
          />
        </label>
        <label>
          Time
          <select
            className={`block ${select}`}
            value={shape.timeColumn ?? ''}
            onChange={(event) =>
              set(
                event.target.value === ''
                  ? { timeColumn: null, timeBase: 'rows' }
                  : {
                      timeColumn: Number(event.target.value),
                      timeBase: shape.timeBase === 'rows' ? 's' : shape.timeBase,
                    },
              )
            }
          >
            <option value="">none, rows count</option>
            {shape.columns.map((column, k) => (
              <option key={k} value={k}>
                {column.name}
              </option>
            ))}
          </select>
        </label>
        {shape.timeColumn !== null ? (
          <label>
            in
            <select
              className={`block ${select}`}
              value={shape.timeBase}
              onChange={(event) => set({ timeBase: event.target.value as LoggerShape['timeBase'] })}
            >
              {(['s', 'ms', 'min', 'clock', 'date'] as const).map((base) => (
                <option key={base} value={base}>
                  {TIME_WORDS[base]}
                </option>
              ))}
            </select>
          </label>
        ) : (
          <label>
            Rows a second
            <input
              type="number"
              min={0.001}
              step="any"
              className={`block w-28 ${select}`}
              value={draft.rowsPerS}
              onChange={(event) =>
                Number(event.target.value) > 0 && onDraft({ ...draft, rowsPerS: Number(event.target.value) })
              }
            />
          </label>
        )}
      </div>
      <div className="max-h-[330px] overflow-auto">
        <table className="text-second">
          <thead>
            <tr>
              {shape.columns.map((column, k) => (
                <th key={k} className="border-b border-rule px-2 text-left font-semibold">
                  {column.name}
                  {column.filled < 0.9 && k !== shape.timeColumn ? (
                    <span className="font-normal text-ink-2">
                      {' '}
                      ({Math.round(100 * column.filled)} % numbers)
                    </span>
                  ) : null}
                </th>
              ))}
            </tr>
            <tr>
              {shape.columns.map((column, k) => (
                <th key={k} className="border-b border-rule px-2 py-1 text-left font-normal">
                  {k === shape.timeColumn ? (
                    <span className="text-ink-2">time</span>
                  ) : (
                    <span className="flex gap-1">
                      <select
                        aria-label={`${column.name} is`}
                        className={select}
                        value={uses[k]?.quantity ?? ''}
                        onChange={(event) =>
                          use(
                            k,
                            event.target.value === ''
                              ? null
                              : {
                                  quantity: event.target.value as ChannelQuantity,
                                  unit: unitFor(event.target.value as ChannelQuantity, column.unit),
                                },
                          )
                        }
                      >
                        <option value="">left out</option>
                        {QUANTITIES.map((quantity) => (
                          <option key={quantity} value={quantity}>
                            {channelName('', quantity)}
                          </option>
                        ))}
                      </select>
                      {uses[k] && (
                        <select
                          aria-label={`Unit of ${column.name}`}
                          className={select}
                          value={uses[k].unit}
                          onChange={(event) => use(k, { ...uses[k]!, unit: event.target.value as UnitName })}
                        >
                          {UNIT_NAMES.filter(
                            (unit) => unitKind(unit) === unitKind(TYPICAL_ACCURACY[uses[k]!.quantity].unit),
                          ).map((unit) => (
                            <option key={unit} value={unit}>
                              {unitText(unit)}
                            </option>
                          ))}
                        </select>
                      )}
                    </span>
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {shape.preview.map((row, at) => (
              <tr key={at}>
                {row.map((field, k) => (
                  <td
                    key={k}
                    className={`whitespace-nowrap border-b border-rule-2 px-2 ${uses[k] || k === shape.timeColumn ? '' : 'text-ink-3'}`}
                  >
                    {field}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex gap-2">
        <Button
          variant={count > 0 ? 'act' : 'held'}
          disabled={count === 0}
          data-act="read-file"
          className="flex-1"
          onClick={onRead}
        >
          {count === 0 ? 'Say what one column is' : `Read ${count} ${count === 1 ? 'channel' : 'channels'}`}
        </Button>
        <Button onClick={onBack}>Another file</Button>
      </div>
    </div>
  )
}

const unitFor = (quantity: ChannelQuantity, unit: UnitName | null): UnitName =>
  unit && quantityOf(unit) === quantity ? unit : TYPICAL_ACCURACY[quantity].unit

function Reading({ share, rows, onCancel }: { share: number; rows: number; onCancel: () => void }) {
  return (
    <div className="space-y-4" data-wizard="reading">
      <Notice kind="working" title="Reading.">
        {rows.toLocaleString('en-GB').replace(/,/g, ' ')} rows, {Math.round(100 * share)} % of the file.
      </Notice>
      <div
        role="progressbar"
        aria-label="Share of the file"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * share)}
        className="h-[14px] border-2 border-ink"
      >
        <div className="h-full bg-ink" style={{ width: `${100 * share}%` }} />
      </div>
      <Button data-act="cancel-file" onClick={onCancel}>
        Cancel: nothing is taken in
      </Button>
    </div>
  )
}

function Read({
  recording,
  onTake,
  onBack,
}: {
  recording: LoggerRecording
  onTake: () => void
  onBack: () => void
}) {
  const { rows, problems, problemCount, signals, thinned } = recording
  const seconds = Math.max(...signals.map(({ series }) => series.seconds.at(-1) ?? 0))
  return (
    <div className="space-y-3" data-wizard="read" data-rows={rows} data-bad={problemCount}>
      <p className="text-main">
        <span className="font-semibold">{rows.toLocaleString('en-GB').replace(/,/g, ' ')} rows</span> over{' '}
        {seconds >= 120 ? `${(seconds / 60).toFixed(1)} min` : `${seconds.toFixed(1)} s`}:{' '}
        {signals.map(({ head }) => channelName(head.id, head.quantity)).join(', ')}.
      </p>
      {thinned && (
        <Notice title="It is long: the extremes of every stretch are kept.">
          Set the flags, then read that stretch in full.
        </Notice>
      )}
      {problemCount > 0 && (
        <>
          <Notice title={`${problemCount} ${problemCount === 1 ? 'row' : 'rows'} left out.`}>
            The others count.
          </Notice>
          <div className="max-h-[260px] overflow-auto">
            <NumberTable
              caption={problemCount > problems.length ? `The first ${problems.length}` : 'By line'}
              columns={['Line', 'Why', 'It says']}
              rows={problems.map((problem) => [
                String(problem.line),
                PROBLEM_WORDS[problem.problem],
                problem.text,
              ])}
            />
          </div>
        </>
      )}
      <div className="flex gap-2">
        <Button variant="act" data-act="take-file" className="flex-1" onClick={onTake}>
          Lay it under the pen
        </Button>
        <Button onClick={onBack}>Map it otherwise</Button>
      </div>
    </div>
  )
}
