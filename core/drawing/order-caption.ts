// The most telling of a route in one sentence.
import { isOn, type Path } from '../signal';
import { count } from '../units';

/** Effects ahead of and after the preamp, and how wide it is to the end. */
export function captionOf(path: Path): string {
  const narrowed = path.sections.find(
    (section, i) => i > 0 && path.sections[i - 1]?.stereo && !section.stereo,
  );
  const ahead = path.sections.filter((s) => s.side === 'ahead' && s.block.role === 'effect' && isOn(s.state));
  const after = path.sections.filter((s) => s.side === 'after' && s.block.role === 'effect' && isOn(s.state));
  const hasPreamp = path.sections.some((s) => s.block.role === 'preamp');
  const end = narrowed
    ? `Stereo goes on in mono from ${narrowed.box.name}.`
    : path.stereo
      ? 'Stereo to the end.'
      : 'Mono throughout.';
  return hasPreamp
    ? `${count(ahead.length, 'effect')} on ahead of the preamp, ${after.length} after it. ${end}`
    : `No preamp on this route. ${end}`;
}
