export interface Cluster {
  url(database: string): string;
  createDatabase(database: string): void;
  restart(mode: 'fast' | 'immediate'): Promise<string>;
  stop(): void;
  remove(): void;
}
export function startCluster(folder: string): Promise<Cluster>;
