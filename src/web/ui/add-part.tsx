import { Button, Menu, MenuItem, MenuTrigger, Popover } from 'react-aria-components';

/** What is not said yet, to be added at the end of a sentence: a menu, by mouse, arrows or first letters. */
export function AddPart({
  added,
  label = 'Add to the sentence',
  shown = 'Add …',
}: {
  added: Readonly<Record<string, () => void>>;
  label?: string;
  shown?: string;
}) {
  return (
    <MenuTrigger>
      <Button className="part cursor-pointer" aria-label={label}>
        {shown}
      </Button>
      <Popover className="pop-list" placement="bottom end" offset={2}>
        <Menu aria-label={label} onAction={(key) => added[String(key)]?.()}>
          {Object.keys(added).map((one) => (
            <MenuItem key={one} id={one} className="pop-item">
              {one}
            </MenuItem>
          ))}
        </Menu>
      </Popover>
    </MenuTrigger>
  );
}
