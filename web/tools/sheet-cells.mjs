// The cells of a spreadsheet (xlsx, ods) as CSV: of its first sheet that has any, values as they are, not as they look.
// Reads standard input, writes standard output. Formulas stand with the value that was saved beside them.
import { readFileSync } from 'node:fs'
import { read, utils } from '@e965/xlsx'

const book = read(readFileSync(0), { dense: true, cellDates: true, cellFormula: false, cellHTML: false, UTC: true })

/** Places at most, blank ones too. */
const MOST = 4_000_000

/** From where the sheet begins to its last cell that holds something; what a file says of its extent is not trusted. */
function extent(sheet) {
  const { s } = utils.decode_range(sheet['!ref'])
  let [r, c] = [-1, -1]
  sheet['!data'].forEach((row, at) => {
    row.forEach((cell, column) => {
      if (cell?.v !== undefined && cell.v !== '') [r, c] = [at, Math.max(c, column)]
    })
  })
  return r < 0 ? undefined : { s: { r: Math.min(s.r, r), c: Math.min(s.c, c) }, e: { r, c } }
}

const sheet = book.SheetNames.map((n) => book.Sheets[n]).find((s) => s?.['!ref'] && extent(s))
if (sheet) {
  const { s, e } = extent(sheet)
  if ((e.r - s.r + 1) * (e.c - s.c + 1) > MOST) {
    process.stderr.write(`Its cells reach to ${utils.encode_cell(e)}, with more than ${MOST} places.`)
    process.exit(3)
  }
  sheet['!ref'] = utils.encode_range({ s, e })
}
// Blank rows stay, so that a place is told by the row that it has in the spreadsheet.
process.stdout.write(
  sheet ? utils.sheet_to_csv(sheet, { rawNumbers: true, blankrows: true, dateNF: 'yyyy-mm-dd' }) : '',
)
