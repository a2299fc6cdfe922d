/** What Findlark’s services are called, and how much its files hold, as docs/formats/findlark.md has them. */
export const speeds = ['economy', 'standard', 'swift'] as const;
export const limits = { feeds: 20, entries: 64, title: 48, id: 32, label: 32, labels: 10 } as const;
