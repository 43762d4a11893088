/** Something that pages which are open may want to know. */
export type ServerEvent =
  | { readonly type: 'drawing'; readonly id: number }
  | { readonly type: 'work'; readonly waiting: number; readonly running: number };
