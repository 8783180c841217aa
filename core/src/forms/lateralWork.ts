interface LateralWork {
  /** Angle of the body to the travel. Source: international dressage rules (from memory). */
  readonly angleDeg: number;
  /** Lines of hoof prints. Source: the same (from memory). */
  readonly tracks: 2 | 3 | 4;
  /** Which end keeps to the ridden line: the haunches in shoulder-in, the forehand in travers. */
  readonly keepsLine: 'fore' | 'hind' | 'neither';
  /** The body bends as an arc, instead of being turned as a whole. */
  readonly bent?: true;
}

const WORK = {
  'shoulder-fore': { angleDeg: 12, tracks: 2, keepsLine: 'hind', bent: true },
  'shoulder-in': { angleDeg: 30, tracks: 3, keepsLine: 'hind', bent: true },
  travers: { angleDeg: 35, tracks: 4, keepsLine: 'fore' },
  renvers: { angleDeg: 35, tracks: 4, keepsLine: 'hind' },
  'leg-yield': { angleDeg: 30, tracks: 4, keepsLine: 'neither' },
  'half-pass': { angleDeg: 30, tracks: 4, keepsLine: 'neither' },
} satisfies Readonly<Record<string, LateralWork>>;

export type LateralKind = keyof typeof WORK;

/** Ways of going sideways. */
export const LATERAL_WORK: Readonly<Record<LateralKind, LateralWork>> = WORK;
