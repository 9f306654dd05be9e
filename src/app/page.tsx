import { Today } from '@/features/board/Today'

export default function TodayPage() {
  return <Today />
}
