import { boardApp } from '../board.ts';

export const app = boardApp('quillgate');
