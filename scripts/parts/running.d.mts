/** Where the data of a folder lies. */
export function dataOf(folder: string): { data: string; clusterFolder: string; seeding: string; seeded: string };
