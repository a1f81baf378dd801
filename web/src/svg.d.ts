/** A drawing as text: the build puts it into the program. */
declare module '*.svg' {
  const text: string;
  export default text;
}
