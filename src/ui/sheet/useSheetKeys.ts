import { useEffect, useEffectEvent } from 'react';
import { isTyping } from '../kit/typing';

export type PanelName = 'find' | 'contents' | 'sheets' | 'units' | 'line up';

/** What the keys of the sheet do. */
export interface SheetActions {
  readonly closer: () => void;
  readonly farther: () => void;
  readonly all: () => void;
  readonly colours: () => void;
  readonly measure: () => void;
  readonly panel: (which: PanelName) => void;
  readonly walk: (by: 1 | -1) => void;
  readonly trueSize: () => void;
  readonly toChosen: () => void;
  readonly asReceived: () => void;
}

function actionOf(key: string, act: SheetActions): (() => void) | undefined {
  switch (key) {
    case '+':
    case '=':
      return act.closer;
    case '-':
      return act.farther;
    case '0':
      return act.all;
    case 'b':
      return act.colours;
    case 'm':
      return act.measure;
    case 'f':
      return () => act.panel('find');
    case 'c':
      return () => act.panel('contents');
    case 'l':
      return () => act.panel('sheets');
    case 'u':
      return () => act.panel('units');
    case 'PageDown':
      return () => act.walk(1);
    case 'PageUp':
      return () => act.walk(-1);
    case 't':
      return act.trueSize;
    case 's':
      return act.toChosen;
    case 'o':
      return act.asReceived;
    default:
      return undefined;
  }
}

/** Listens to the keys of the sheet, unless somebody types or a dialog is open. */
export function useSheetKeys(actions: SheetActions): void {
  const press = useEffectEvent((event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    if (document.querySelector('[role="dialog"]')) return;
    const act = actionOf(event.key, actions);
    if (!act) return;
    act();
    event.preventDefault();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => press(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}
