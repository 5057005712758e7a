// The cells of a spreadsheet (xlsx, ods) as CSV: of its first sheet that has any, values as they are, not as they look.
// Reads standard input, writes standard output. Formulas stand with the value that was saved beside them.
import { readFileSync } from 'node:fs'
import { read, utils } from '@e965/xlsx'

const book = read(readFileSync(0), { dense: true, cellDates: true, cellFormula: false, cellHTML: false, UTC: true })
const name = book.SheetNames.find((n) => book.Sheets[n]?.['!ref'])
const sheet = name === undefined ? undefined : book.Sheets[name]
// Blank rows stay, so that a place is told by the row that it has in the spreadsheet.
process.stdout.write(
  sheet ? utils.sheet_to_csv(sheet, { rawNumbers: true, blankrows: true, dateNF: 'yyyy-mm-dd' }) : '',
)
