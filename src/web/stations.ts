/** The five stops of a job, in the order in which people come to them. */
export const stations = ['message', 'style', 'piece', 'proof', 'output'] as const;
export type Station = (typeof stations)[number];
