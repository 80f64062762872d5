/** Figures that are to be taken for wanted ones, where they can be: a figure's index by {@link slotKey}. */
export type Preferred = ReadonlyMap<string, number>;

/** Names a wanted figure among those of its name, counted from 0. */
export const slotKey = (name: string, slot: number) => `${name} ${slot}`;
