// The cells of a spreadsheet (xlsx, ods) as CSV: of its first sheet that has any, values as they are, not as they look.
// Reads standard input, writes standard output. Formulas stand with the value that was saved beside them.
import { readFileSync } from 'node:fs'
import { read, utils } from '@e965/xlsx'

const book = read(readFileSync(0), {
  dense: true,
  cellDates: true,
  cellFormula: false,
  cellHTML: false,
  UTC: true,
})

/** Places at most, blank ones too. */
const MOST = 4_000_000

/**
 * From where the sheet begins to its last cell that holds something. What a file says of its extent is not trusted but
 * for where it begins, where no cell stands before that.
 */
function extent(sheet) {
  const { s } = utils.decode_range(sheet['!ref'])
  const e = { r: -1, c: -1 }
  sheet['!data'].forEach((row, r) => {
    row.forEach((cell, c) => {
      if (cell?.v === undefined || cell.v === '') return
      Object.assign(s, { r: Math.min(s.r, r), c: Math.min(s.c, c) })
      Object.assign(e, { r: Math.max(e.r, r), c: Math.max(e.c, c) })
    })
  })
  return e.r < 0 ? undefined : { s, e }
}

let sheet, range
for (const name of book.SheetNames) {
  sheet = book.Sheets[name]
  range = sheet?.['!ref'] ? extent(sheet) : undefined
  if (range) break
}
if (range) {
  const { s, e } = range
  if ((e.r - s.r + 1) * (e.c - s.c + 1) > MOST) {
    process.stderr.write(`Its cells reach to ${utils.encode_cell(e)}, with more than ${MOST} places.`)
    process.exit(3)
  }
  sheet['!ref'] = utils.encode_range(range)
}
// Blank rows stay, so that a place is told by the row that it has in the spreadsheet.
process.stdout.write(
  range ? utils.sheet_to_csv(sheet, { rawNumbers: true, blankrows: true, dateNF: 'yyyy-mm-dd' }) : '',
)
