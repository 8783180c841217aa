import { useEffect, useState, useSyncExternalStore } from 'react';

export const SPEEDS = [1, 2, 4, 8, 16] as const;

/** A part that is ridden again and again. */
export interface Loop {
  readonly fromS: number;
  readonly toS: number;
}
export type Speed = (typeof SPEEDS)[number];

/**
 * The play head. Drawings that follow it every frame subscribe directly and move their own nodes;
 * React renders only when it starts, stops or changes speed.
 */
export class Player {
  seconds = 0;
  playing = false;
  speed: Speed = 1;
  loop: Loop | null = null;
  private duration = 0;
  private frame = 0;
  private last = 0;
  private readonly moved = new Set<(seconds: number) => void>();
  private readonly changed = new Set<() => void>();

  onMove(listener: (seconds: number) => void): () => void {
    this.moved.add(listener);
    listener(this.seconds);
    return () => this.moved.delete(listener);
  }

  readonly onChange = (listener: () => void): (() => void) => {
    this.changed.add(listener);
    return () => this.changed.delete(listener);
  };

  readonly state = (): string =>
    `${this.playing}/${this.speed}/${this.loop ? `${this.loop.fromS}-${this.loop.toS}` : ''}`;

  setDuration(seconds: number): void {
    this.duration = seconds;
    this.seek(Math.min(this.seconds, seconds));
  }

  seek(seconds: number): void {
    this.seconds = Math.min(Math.max(0, seconds), this.duration);
    for (const listener of this.moved) listener(this.seconds);
  }

  toggle(): void {
    if (this.playing) return this.stop();
    if (this.seconds >= this.duration) this.seek(0);
    this.playing = true;
    this.last = performance.now();
    this.frame = requestAnimationFrame(this.tick);
    this.tell();
  }

  stop(): void {
    cancelAnimationFrame(this.frame);
    this.playing = false;
    this.tell();
  }

  setSpeed(speed: Speed): void {
    this.speed = speed;
    this.tell();
  }

  /** Rides a part over and over; null lets it go on. */
  setLoop(loop: Loop | null): void {
    this.loop = loop && loop.toS > loop.fromS ? loop : null;
    if (this.loop && (this.seconds < this.loop.fromS || this.seconds > this.loop.toS)) {
      this.seek(this.loop.fromS);
    }
    this.tell();
  }

  private readonly tick = (now: number) => {
    this.seek(this.seconds + ((now - this.last) / 1000) * this.speed);
    this.last = now;
    if (this.loop && this.seconds >= Math.min(this.loop.toS, this.duration)) {
      this.seek(this.loop.fromS);
    }
    if (this.seconds >= this.duration) this.stop();
    else this.frame = requestAnimationFrame(this.tick);
  };

  private tell() {
    for (const listener of this.changed) listener();
  }
}

export function usePlayer(durationS: number): Player {
  const [player] = useState(() => new Player());
  useEffect(() => player.setDuration(durationS), [player, durationS]);
  useEffect(() => () => player.stop(), [player]);
  return player;
}

/** Renders anew when the player starts, stops, or changes its speed or loop. */
export const usePlayerState = (player: Player): void =>
  void useSyncExternalStore(player.onChange, player.state);

/** A value that follows the play head, rendered anew only when it changes. */
export function useFollowed<T>(player: Player, pick: (seconds: number) => T): T {
  return useSyncExternalStore(
    (listener) => player.onMove(listener),
    () => pick(player.seconds),
  );
}
