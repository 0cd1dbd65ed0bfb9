declare module 'munkres-js' {
  export default function munkres(costs: number[][]): [number, number][];
}
