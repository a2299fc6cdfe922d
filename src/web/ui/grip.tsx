/**
 * A rule between two parts of the screen that is moved by dragging or by arrow keys: WAI-ARIA's window splitter.
 * `perPixel` says how much the value grows for a pixel downwards; a step of the keys is one of `step`.
 */
export function Grip({
  label,
  value,
  least,
  most,
  step,
  perPixel,
  onSet,
}: {
  label: string;
  value: number;
  least: number;
  most: number;
  step: number;
  perPixel: number;
  onSet: (value: number) => void;
}) {
  const set = (next: number) => onSet(Math.round(Math.min(most, Math.max(least, next))));
  return (
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-label={label}
      aria-valuenow={value}
      aria-valuemin={least}
      aria-valuemax={most}
      tabIndex={0}
      className="grip"
      title="Drag, or arrow keys"
      onKeyDown={(event) => {
        const down = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
        if (down === 0) return;
        event.preventDefault();
        set(value + down * step * Math.sign(perPixel));
      }}
      onPointerDown={({ clientY, currentTarget, pointerId }) => {
        currentTarget.setPointerCapture(pointerId);
        currentTarget.onpointermove = (moved) => set(value + (moved.clientY - clientY) * perPixel);
        currentTarget.onpointerup = () => {
          currentTarget.onpointermove = null;
        };
      }}
    />
  );
}
