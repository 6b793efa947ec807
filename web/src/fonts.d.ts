/** A font file, as the address at which the build puts it. */
declare module '*.woff' {
  const address: string;
  export default address;
}
