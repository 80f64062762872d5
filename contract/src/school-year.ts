/** The month in which a school year begins: August, counted from 0. */
const FIRST_MONTH = 7;

/** The school year of a month: "2026/27". @param month counted from 0 */
export function schoolYearOf(year: number, month: number): string {
	const first = year - (month < FIRST_MONTH ? 1 : 0);
	return `${first}/${String((first + 1) % 100).padStart(2, "0")}`;
}
