declare module 'fs-native-extensions' {
  /** An exclusive lock of the operating system on an open file; false when another has it. */
  export function tryLock(fd: number): boolean;
}
