/** The dates of an assignment as the API shows them. */
export const dates = ({ opensAt, dueAt, closesAt }: { opensAt: Date; dueAt: Date; closesAt: Date }) => ({
	opensAt: opensAt.toISOString(),
	dueAt: dueAt.toISOString(),
	closesAt: closesAt.toISOString(),
});
