/**
 * How a cell begins that a spreadsheet would take for a formula (common practice, no source); plain numbers are none. Told by its
 * beginning alone: a pattern that reads to the end of the line lets a cell of several lines through.
 */
export const FORMULA = /^(?:[=@\t\r\n]|[+-](?!\d+(\.\d+)?$))/;
