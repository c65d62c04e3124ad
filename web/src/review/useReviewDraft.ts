import { useQueryClient } from '@tanstack/react-query'
import { noReview, reviewDraftSchema, reviewSchema, type Review, type ReviewDraft } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { reviewQuery } from '../api/queries'
import { request } from '../api/request'
import { useAutosave, type Autosave } from '../autosave/useAutosave'

const draftOf = ({ decisions, notes, wanted, video }: Review): ReviewDraft => ({ decisions, notes, wanted, video })

/** A review that is saved by itself after every change. */
export function useReviewDraft(recordingId: string, stored: Review): Autosave<ReviewDraft> {
  const client = useQueryClient()
  const { queryKey } = reviewQuery(recordingId)
  const path = `/api/recordings/${recordingId}/review`
  const take = (review: Review) => {
    client.setQueryData(queryKey, review)
    // what is never to be shown again counts for the student’s other recordings too
    void askAgain(client, ['never'])
    return { draft: draftOf(review), version: review.version }
  }
  return useAutosave({
    path,
    stored: { draft: stored.version === 0 ? noReview : draftOf(stored), version: stored.version },
    put: async (review: ReviewDraft, fromVersion, send) => take(await send(reviewSchema, { review, fromVersion })),
    load: async () => take(await request(reviewSchema, path)),
    read: (kept) => reviewDraftSchema.parse(kept),
  })
}
