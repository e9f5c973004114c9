/**
 * Milliseconds between two looks at a database, and of the pauses before a new start: the first, the longest, and after
 * how long all is well.
 */
const PAUSES = { look: 1000, first: 250, longest: 30_000, well: 60_000 };

/** Pauses that double while something keeps failing, and begin anew once it has run for a while. */
const backOff = () => {
  const { first, longest, well } = PAUSES;
  let [pause, began] = [first, Date.now()];
  return {
    began: () => (began = Date.now()),
    next: () => {
      if (Date.now() - began >= well) pause = first;
      const current = pause;
      pause = Math.min(longest, pause * 2);
      return current;
    },
  };
};

/**
 * Keeps a child process running: starts it again when it ends by itself, however often. One that ends before it was
 * ever ready has a trouble that a restart does not mend, and ends the whole.
 * `start` makes the process, which sends 'ready' when it serves; `ended(code)` is told when no process is left.
 */
export const keepRunning = ({ start, say, ended }) => {
  const pauses = backOff();
  let [child, stopping, wasReady, timer] = [undefined, false, false, undefined];
  const begin = () => {
    pauses.began();
    child = start();
    child.on('message', (message) => {
      if (message === 'ready') wasReady = true;
    });
    child.on('exit', (code, signal) => {
      child = undefined;
      if (stopping || !wasReady) return ended(stopping ? 0 : (code ?? 1), signal);
      const pause = pauses.next();
      say(`The server stopped unexpectedly (${signal ?? `code ${code}`}). Restarting in ${pause / 1000} s.`);
      timer = setTimeout(begin, pause);
    });
  };
  begin();
  return {
    stop: (signal) => {
      stopping = true;
      clearTimeout(timer);
      if (child) child.kill(signal);
      else ended(0);
    },
  };
};

/** Looks after a database: starts it again when its process is gone, with longer pauses while that fails. */
export const watchDatabase = ({ isRunning, startAgain, say }) => {
  const pauses = backOff();
  let timer;
  const look = () => {
    if (isRunning()) return later(PAUSES.look);
    say('The database stopped unexpectedly. Restarting it.');
    pauses.began();
    const started = startAgain();
    if (started === true) say('The database is running again.');
    else say(`The database did not start: ${started}`);
    later(started === true ? PAUSES.look : pauses.next());
  };
  const later = (pause) => (timer = setTimeout(look, pause));
  later(PAUSES.look);
  return { stop: () => clearTimeout(timer) };
};
