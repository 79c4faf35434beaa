/** What is wrong with a row of a table: line and column as a spreadsheet counts them. */
export interface RowError {
  line: number;
  column: string;
  message: string;
  /** Said, but nothing is refused for it. */
  harmless?: boolean;
}
