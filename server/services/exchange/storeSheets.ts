import { MILESTONES, MILESTONE_WORDS, startingMould, startingResin } from '../../../core/trade'
import {
  choiceColumn,
  maybeNumberColumn,
  moneyColumn,
  numberColumn,
  textColumn,
} from '../../../shared/exchange/columns'
import { newMouldSchema, type MouldFields } from '../../../shared/schemas/moulds'
import { newResinSchema, type ResinFields } from '../../../shared/schemas/resins'
import { listMoulds } from '../../db/moulds'
import { listResins } from '../../db/resins'
import { addMould, changeMould } from '../moulds/moulds'
import { addResin, changeResin } from '../resins/resins'
import type { Sheet } from './Sheet'

const named = textColumn('name', 'name', { isNeeded: true })

export const resinsSheet: Sheet<ResinFields> = {
  columns: [
    named,
    choiceColumn({ volume: [], mass: ['weight'] })('ratio by', 'ratio.basis', { also: ['by'] }),
    numberColumn('parts A', 'ratio.a', { also: ['a', 'ratio a'] }),
    numberColumn('parts B', 'ratio.b', { also: ['b', 'ratio b'] }),
    maybeNumberColumn('density A g/ml', 'densityA', { also: ['density a'] }),
    maybeNumberColumn('density B g/ml', 'densityB', { also: ['density b'] }),
    numberColumn('tolerance %', 'tolerancePct', { also: ['tolerance'] }),
    choiceColumn({ a: [], b: [] })('poured first', 'pourFirst', { also: ['first into the cup'] }),
    numberColumn('figures hold at °C', 'referenceC', { also: ['reference c'] }),
    numberColumn('greatest mix ml', 'maxMixMl', { also: ['greatest mix'] }),
    numberColumn('least layer mm', 'minDepthMm', { also: ['least layer'] }),
    numberColumn('greatest layer mm', 'maxDepthMm', { also: ['greatest layer'] }),
    ...MILESTONES.map((name) =>
      numberColumn(`${MILESTONE_WORDS[name]}, min`, `milestones.${name}`, { also: [name] }),
    ),
    numberColumn('kit ml', 'kitMl', { also: ['kit'] }),
    moneyColumn('price of a kit', 'kitPrice', { also: ['price'] }),
    numberColumn('comes after days', 'leadDays', { also: ['lead days'] }),
    textColumn('note', 'note'),
  ],
  blank: startingResin,
  schema: newResinSchema,
  keyOf: ({ name }) => name,
  list: async (db, { workspaceId }) =>
    (await listResins(db, workspaceId)).flatMap(({ archivedAt, stockMl: _stock, ...row }) =>
      archivedAt === null ? [row] : [],
    ),
  add: addResin,
  save: (db, who, { id, ...fields }, now) => changeResin(db, who, id, fields, now),
}

export const mouldsSheet: Sheet<MouldFields> = {
  columns: [
    named,
    numberColumn('how many', 'count', { also: ['count', 'copies'] }),
    moneyColumn('price', 'price', { also: ['cost'] }),
    numberColumn('lasts for uses', 'lifeUses', { also: ['life', 'uses'] }),
    numberColumn('castings before', 'usedBefore', { also: ['used'] }),
    numberColumn('out of use', 'outOfUse', { also: ['torn'] }),
    textColumn('why out of use', 'outWhy'),
  ],
  blank: startingMould,
  schema: newMouldSchema,
  keyOf: ({ name }) => name,
  list: async (db, { workspaceId }) =>
    (await listMoulds(db, workspaceId)).flatMap(({ archivedAt, uses: _uses, ...row }) =>
      archivedAt === null ? [row] : [],
    ),
  add: addMould,
  save: (db, who, { id, ...fields }, now) => changeMould(db, who, id, fields, now),
}
