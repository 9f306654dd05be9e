'use client'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import {
  apartBySteps,
  deferredFindings,
  isBuilt,
  judged,
  openBypasses,
  puttingBack,
  proofTests,
  unproven,
  vehicleIn,
  type JobView,
} from '@/core/job'
import { changeVehicle, loadVehicle } from '@/data/store'
import { repairById, testFor } from '@/core/library'
import { boundsOf } from '@/core/records'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Notice } from '@/ui/Notice'
import { StateStrip } from '../frame/StateStrip'
import { setWhoWorks, whoWorks, type JobInHand } from '../frame/useJob'
import { useSoundBands } from '../frame/useSoundBands'
import { clockText, stageHref } from '../frame/words'
import { ProofRow } from './ProofRow'
import { Shown } from './Shown'

/** More than this is set smaller, so that the signature stays in sight. */
const MANY = 9

export function Prove({ hand }: { hand: JobInHand }) {
  const { job } = hand
  const router = useRouter()
  const [note, setNote] = useState('')
  const [by, setBy] = useState(() => whoWorks())
  const tests = proofTests(job)
  const bands = useSoundBands(
    hand,
    tests.map((entry) => entry.testId),
  )
  const missing = unproven(job)
  const apart = job.work !== null && apartBySteps(job.state)
  const remains = job.proofNotes.get('complaintGone') === 'no'
  const [unkept, setUnkept] = useState(false)
  const sign = async () => {
    setWhoWorks(by)
    // A build has made it another vehicle: it is kept as that before anybody signs for it.
    if (isBuilt(job) && !(await keepBuilt(hand, by))) return setUnkept(true)
    if ((await hand.act('sign', { note })).kept) router.push(stageHref('record', job.id))
  }
  return (
    <>
      <main className="flex flex-1 flex-col gap-6 px-4 py-3 medium:px-6 wide:grid wide:grid-cols-[minmax(0,1fr)_372px] wide:px-6">
        <section aria-label="Readings before and after">
          <h1 className="text-title">
            {isBuilt(job) ? 'The first start, and what it reads' : 'The same readings, before and after'}
          </h1>
          <table className="mt-2 w-full text-main narrow:block">
            <thead className="text-left text-second text-ink-2 narrow:hidden">
              <tr>
                <th className="font-normal">Reading</th>
                <th className="font-normal">Sound</th>
                <th className="text-right font-normal">Before</th>
                <th className="w-[250px] pl-6 font-normal">After</th>
              </tr>
            </thead>
            <tbody className="narrow:block">
              {tests.map((entry) => (
                <ProofRow
                  key={`${entry.testId} ${entry.after?.readingId ?? ''}`}
                  hand={hand}
                  test={testFor(hand.vehicle.layout, entry.testId)}
                  before={entry.before}
                  after={entry.after}
                  band={bands[entry.testId] ?? null}
                />
              ))}
            </tbody>
          </table>
          <Shown hand={hand} />
        </section>
        <aside className="flex flex-col gap-2 border-rule wide:border-l wide:pl-6" aria-label="Signature">
          {judged(job).map((repairId) => (
            <div key={repairId} data-judge={repairId}>
              <p className="pb-1 text-main font-semibold">
                Was the old part bad? {repairById(repairId).part}
              </p>
              <ChoiceGroup
                label={`Was the old ${repairById(repairId).part} bad?`}
                options={[
                  { id: 'yes', label: 'Bad' },
                  { id: 'no', label: 'Good' },
                  { id: 'unknown', label: 'Cannot say' },
                ]}
                value={job.done.find((entry) => entry.repairId === repairId)?.partWasBad ?? null}
                onChange={(answer) =>
                  void hand.act('judgePart', { repairId, partWasBad: answer as 'yes' | 'no' | 'unknown' })
                }
              />
            </div>
          ))}
          <div className="border-t-2 border-ink pt-2">
            <h2 className="text-step">{missing.length === 0 ? 'All is proven.' : 'Not proven'}</h2>
            <ul className={missing.length > MANY ? 'text-tick leading-[18px]' : 'text-second leading-[23px]'}>
              {missing.map((line) => (
                <li key={line} className="flex gap-2">
                  <span aria-hidden="true">–</span>
                  {line}
                </li>
              ))}
            </ul>
            {!job.signed && job.work && Object.keys(puttingBack(job.state)).length > 0 && (
              <Button
                variant="quiet"
                className="mt-1 w-full"
                data-act="put-back"
                onClick={() => void hand.act('putBack', {})}
              >
                Seen: all of it is put back
              </Button>
            )}
            {!job.signed && apart && (
              <Link
                href={stageHref('work', job.id)}
                data-act="to-steps"
                className="mt-1 flex min-h-[48px] items-center justify-center bg-accent px-4 text-main font-semibold text-on-accent"
              >
                Back to the steps on Work
              </Link>
            )}
          </div>
          {deferredFindings(job).length > 0 && (
            <div className="border-t border-rule-2 pt-1" aria-label="Put off">
              <h3 className="text-main font-semibold">Put off</h3>
              {deferredFindings(job).map((finding) => (
                <p key={finding.findingId} className="text-second leading-tight">
                  {finding.what}. <span className="font-semibold">{finding.risk}</span>
                </p>
              ))}
            </div>
          )}
          {!job.signed && (
            <>
              <label className="text-second text-ink-2">
                Note for the next person
                <textarea
                  maxLength={boundsOf('job-signed', 'note').letters ?? undefined}
                  value={note}
                  onChange={(event) => setNote(event.target.value)}
                  rows={missing.length > MANY ? 1 : 2}
                  className="mt-1 block min-h-[44px] w-full border-2 border-ink-3 bg-sheet px-2 py-1 text-main text-ink"
                />
              </label>
              <label className="text-second text-ink-2">
                Signed by
                <input
                  value={by}
                  onChange={(event) => setBy(event.target.value)}
                  className="mt-1 block min-h-[48px] w-full border-2 border-ink-3 bg-sheet px-2 text-main text-ink"
                />
              </label>
            </>
          )}
          {unkept && (
            <Notice title="The vehicle was not kept as what it became.">
              The browser took nothing: free some space, then sign again.
            </Notice>
          )}
          {remains ? (
            <Remains hand={hand} note={note} />
          ) : job.signed ? (
            <Notice title={`Signed by ${job.signed.by}, ${clockText(job.signed.at)}.`}>
              The record stays as it was signed.
            </Notice>
          ) : openBypasses(job).length > 0 ? (
            <Notice kind="danger" title="Held: still bridged.">
              {openBypasses(job)
                .map((bypass) => bypass.what)
                .join(', ')}
              . Undo it on Work, under Wires.
            </Notice>
          ) : (
            <Button
              variant={!by.trim() ? 'held' : apart ? 'quiet' : 'act'}
              tall={!apart}
              disabled={!by.trim()}
              data-act="sign"
              onClick={() => void sign()}
            >
              {missing.length === 0 ? 'Sign' : `Sign with ${missing.length} not proven`}
            </Button>
          )}
        </aside>
      </main>
      <StateStrip hand={hand} message="Read after the repair as before it: same place, same condition." />
    </>
  )
}

/** Keeps the vehicle as its build made it; false where it was not kept. */
async function keepBuilt({ job, vehicle }: JobInHand, by: string): Promise<boolean> {
  const before = await loadVehicle(vehicle.id)
  if (!before.ok) return false
  if ((before.value.builtAt ?? 0) > job.wish!.at) return true
  const after = { ...vehicleIn(before.value, job), builtAt: Date.now() }
  return (await changeVehicle(before.value, after, by)).ok
}

/** The complaint is still there: how it runs against before decides whether the readings go on counting. */
function Remains({ hand, note }: { hand: JobInHand; note: string }) {
  const { job } = hand
  const router = useRouter()
  const [run, setRun] = useState<'better' | 'worse' | 'same' | null>(null)
  const again = async () => {
    if (run && (await hand.act('goOn', { words: note, run })).kept)
      router.push(stageHref('complaint', job.id))
  }
  return (
    <>
      <Notice title="The complaint remains.">
        {run === 'same' && allSound(job)
          ? 'The old part was sound and it runs the same: the readings go on counting.'
          : 'The trace goes on with fresh readings. State, access and what was done stay.'}
      </Notice>
      <p className="text-main font-semibold">How does it run, against before?</p>
      <ChoiceGroup
        label="Against before"
        options={[
          { id: 'better', label: 'Better' },
          { id: 'same', label: 'The same' },
          { id: 'worse', label: 'Worse' },
        ]}
        value={run}
        onChange={(answer) => setRun(answer as typeof run)}
      />
      <Button variant={run ? 'act' : 'held'} tall disabled={!run} onClick={() => void again()}>
        Trace on
      </Button>
    </>
  )
}

const allSound = (job: JobView) =>
  (job.work?.repairIds ?? []).every((repairId) =>
    job.done.some((entry) => entry.repairId === repairId && entry.partWasBad === 'no'),
  )
