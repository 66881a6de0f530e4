/**
 * One callback for each frame of the screen, whoever asks. What is asked for while a frame's work is done is done in that
 * same frame: a change seen by the pointer is drawn before the next picture is shown, and not one later.
 */
const tasks = new Set<() => void>();
let waiting = false;
let running = false;
/** Rounds within one frame: a task may lead to another, but not for ever. */
const mostRounds = 4;

/** Do this in the coming frame, or in the present one while it is being made. Asked twice, it is done once. */
export function onFrame(task: () => void) {
  tasks.add(task);
  if (!running) wait();
}

function wait() {
  if (waiting) return;
  waiting = true;
  requestAnimationFrame(run);
}

function run() {
  waiting = false;
  running = true;
  try {
    for (let round = 0; round < mostRounds && tasks.size > 0; round++) {
      const now = [...tasks];
      tasks.clear();
      for (const task of now) task();
    }
  } finally {
    running = false;
    if (tasks.size > 0) wait();
  }
}

/** Once nothing more urgent is left to do, after a second and a half at most. Answers how to give it up. */
export function whenIdle(task: () => void): () => void {
  if (typeof requestIdleCallback !== 'function') {
    const timer = setTimeout(task, 200);
    return () => clearTimeout(timer);
  }
  const handle = requestIdleCallback(task, { timeout: 1500 });
  return () => cancelIdleCallback(handle);
}
