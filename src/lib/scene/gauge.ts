/**
 * How long a picture of the model takes. The graphics may be made by another process: the next frame may come at once and
 * the one after it wait; so it is looked at whether the picture is made, not at when a frame comes.
 */
export class Gauge {
  /** Until a picture is made, ms, smoothed. */
  cost = 0;
  private isTiming = false;

  /** Of the picture just asked for; one at a time. */
  time(gl: WebGL2RenderingContext, since: number) {
    const made = this.isTiming ? null : gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0);
    if (!made) return;
    this.isTiming = true;
    gl.flush();
    const look = () => {
      const waited = performance.now() - since;
      const isMade = gl.isContextLost() || gl.getSyncParameter(made, gl.SYNC_STATUS) !== gl.UNSIGNALED;
      if (!isMade && waited < mostWaited) return void setTimeout(look, 4);
      gl.deleteSync(made);
      this.isTiming = false;
      // A page that is out of sight waited for other reasons.
      this.cost += ((document.hidden ? 0 : waited) - this.cost) / 3;
    };
    setTimeout(look);
  }
}

const mostWaited = 1000;
