/** A binary heap: `pop` gives an item that no other one in it comes before. */
export class Heap<T> {
  private readonly items: T[] = [];
  constructor(private readonly compare: (a: T, b: T) => number) {}

  get size(): number {
    return this.items.length;
  }

  peek(): T | undefined {
    return this.items[0];
  }

  push(item: T): void {
    let at = this.items.push(item) - 1;
    while (at > 0) {
      const up = (at - 1) >> 1;
      if (this.compare(this.items[up]!, item) <= 0) break;
      this.items[at] = this.items[up]!;
      at = up;
    }
    this.items[at] = item;
  }

  pop(): T | undefined {
    const top = this.items[0];
    const last = this.items.pop();
    if (this.items.length > 0) this.sink(last!);
    return top;
  }

  private sink(item: T): void {
    let at = 0;
    for (;;) {
      let down = 2 * at + 1;
      if (down >= this.items.length) break;
      const right = down + 1;
      if (right < this.items.length && this.compare(this.items[right]!, this.items[down]!) < 0) {
        down = right;
      }
      if (this.compare(item, this.items[down]!) <= 0) break;
      this.items[at] = this.items[down]!;
      at = down;
    }
    this.items[at] = item;
  }
}
