import { Volume2, VolumeX } from 'lucide-react';
import type { SpokenCalls } from './useSpokenCalls.ts';

/** Has the device speak the calls; not there where it has no voice. */
export const VoiceButton = ({ voice }: { voice: SpokenCalls }) =>
  voice.possible && (
    <button
      type="button"
      aria-pressed={voice.on}
      aria-label="Speak the calls"
      className="-my-1 -ml-2 flex h-14 w-14 shrink-0 items-center justify-center"
      onClick={voice.toggle}
    >
      {voice.on ? <Volume2 size={24} aria-hidden /> : <VolumeX size={24} aria-hidden />}
    </button>
  );
