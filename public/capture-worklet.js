// Hands what the input brings to the page, in blocks. Plain JavaScript: it runs in the audio thread as it is.
const BLOCK = 2048;

class Capture extends AudioWorkletProcessor {
  blocks = [];
  filled = 0;

  process([input]) {
    // No channels: nothing is connected just now.
    if (!input || input.length === 0) return true;
    if (this.blocks.length !== input.length) {
      this.blocks = input.map(() => new Float32Array(BLOCK));
      this.filled = 0;
    }
    input.forEach((channel, c) => {
      this.blocks[c].set(channel, this.filled);
    });
    this.filled += input[0].length;
    if (this.filled >= BLOCK) {
      this.port.postMessage(
        this.blocks,
        this.blocks.map((b) => b.buffer),
      );
      this.blocks = input.map(() => new Float32Array(BLOCK));
      this.filled = 0;
    }
    return true;
  }
}

registerProcessor('capture', Capture);
