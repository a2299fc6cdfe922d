// Loaded before a program whose clock is to jump: what the machine's clock says, and so many milliseconds more as a file
// says. What runs by itself (timers, performance.now) goes on as before, as it does when a clock is set.
import { readFileSync } from 'node:fs';

const Machine = Date;
let ahead = 0;
const look = () => {
  try {
    ahead = Number(readFileSync(process.env.PLEMB_TRIAL_CLOCK ?? '', 'utf8')) || 0;
  } catch {
    // It is being written.
  }
};
look();
setInterval(look, 50).unref();

globalThis.Date = class extends Machine {
  constructor(...given) {
    if (given.length === 0) super(Machine.now() + ahead);
    else super(...given);
  }
  static now() {
    return Machine.now() + ahead;
  }
};
