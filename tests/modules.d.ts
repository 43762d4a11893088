declare module 'dxf' {
  export const colors: number[][];
}
