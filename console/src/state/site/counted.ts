/** A number with its noun in singular or plural: "1 student", "3 tries". */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`;
