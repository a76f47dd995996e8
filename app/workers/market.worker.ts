import {
  market,
  whenWrong,
  type MarketAnswer,
  type MarketRequest,
  type WhenWrong,
} from '~~/core/market'
import { allSaid } from '~~/shared/words'

export interface MarketQuestion {
  request: MarketRequest
  /** Shares of the demand to look at, too. */
  factors: readonly number[]
}
export type MarketNews =
  | { kind: 'answer'; answer: MarketAnswer }
  | { kind: 'progress'; share: number }
  | { kind: 'done'; wrong: WhenWrong[] }
  | { kind: 'refused'; message: string }

const tell = (news: MarketNews) => self.postMessage(news)

/** Works out what to make for a market day beside the page: first what is best, then what if. */
self.onmessage = ({ data: { request, factors } }: MessageEvent<MarketQuestion>) => {
  const answered = market(request)
  if (!answered.ok) {
    tell({ kind: 'refused', message: allSaid(answered.issues) })
    return
  }
  tell({ kind: 'answer', answer: answered.value })
  const wrong = whenWrong(request, answered.value, factors, (done, all) =>
    tell({ kind: 'progress', share: done / all }),
  )
  tell({ kind: 'done', wrong })
}
