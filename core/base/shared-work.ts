interface Piece<T> {
  readonly making: Promise<T>;
  readonly end: AbortController;
  /** Who waits for it still. */
  askers: number;
}

/** Work by key that several may wait for: it is begun once, and ended when all who asked for it have left. */
export class SharedWork<T> {
  private readonly underWay = new Map<string, Piece<T>>();

  /** What the work of a key gives; an asker without a signal stays to the end. */
  ask(key: string, begin: (ended: AbortSignal) => Promise<T>, asker?: AbortSignal): Promise<T> {
    const piece = this.underWay.get(key) ?? this.begin(key, begin);
    piece.askers += 1;
    const leave = (): void => {
      piece.askers -= 1;
      if (piece.askers > 0) return;
      // Whoever asks from now on begins anew.
      this.forget(key, piece);
      piece.end.abort();
    };
    if (asker?.aborted) leave();
    else asker?.addEventListener("abort", leave, { once: true });
    return piece.making.finally(() => asker?.removeEventListener("abort", leave));
  }

  private begin(key: string, begin: (ended: AbortSignal) => Promise<T>): Piece<T> {
    const end = new AbortController();
    const piece: Piece<T> = { making: begin(end.signal), end, askers: 0 };
    this.underWay.set(key, piece);
    const forget = (): void => this.forget(key, piece);
    piece.making.then(forget, forget);
    return piece;
  }

  private forget(key: string, piece: Piece<T>): void {
    if (this.underWay.get(key) === piece) this.underWay.delete(key);
  }
}
