/** A sentence of the service with rows counted as people see them: `rows[1].amount` is “amount, row 2”. */
export const reasonText = (text: string): string =>
  text.replace(/rows\[(\d+)\]\.(\w+)/g, (_, at, column) => `${column}, row ${Number(at) + 1}`);
