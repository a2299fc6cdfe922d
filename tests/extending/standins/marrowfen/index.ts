import { boardApp } from '../board.ts';

export const app = boardApp('marrowfen');
