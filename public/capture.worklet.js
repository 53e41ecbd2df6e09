// Hands what a microphone hears on to the worker that writes it down, in blocks of one channel with their place on the audio clock. The
// page only hears how loud it was.
const BLOCK = 1024;

class Capture extends AudioWorkletProcessor {
  constructor() {
    super();
    this.block = new Float32Array(BLOCK);
    this.filled = 0;
    this.first = 0;
    this.peak = 0;
    this.out = null;
    this.over = false;
    this.port.onmessage = ({ data }) => {
      // The port of whoever writes it down, or the word that it is over.
      if (data === 'end') this.over = true;
      else this.out = data;
    };
  }

  process([channels]) {
    if (this.over) return false;
    const [left, ...more] = channels;
    if (!left) return true;
    if (this.filled === 0) this.first = currentFrame;
    for (let i = 0; i < left.length; i += 1) {
      let value = left[i];
      for (const other of more) value += other[i];
      value /= channels.length;
      this.block[this.filled + i] = value;
      const size = Math.abs(value);
      if (size > this.peak) this.peak = size;
    }
    this.filled += left.length;
    if (this.filled < BLOCK) return true;
    this.port.postMessage(this.peak);
    if (this.out) this.out.postMessage({ frame: this.first, samples: this.block }, [this.block.buffer]);
    this.block = new Float32Array(BLOCK);
    this.filled = 0;
    this.peak = 0;
    return true;
  }
}

registerProcessor('capture', Capture);
