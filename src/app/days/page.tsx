import { Days } from '@/features/days/Days'

export default function DaysPage() {
  return <Days />
}
