/** What of the reference reader of data packages the tests use; it ships no types. */
declare module 'datapackage' {
  export class Package {
    static load(path: string, options: { strict: boolean }): Promise<Package>;
    valid: boolean;
    errors: Error[];
    getResource(name: string): { read(options: { keyed: boolean }): Promise<unknown[]> };
  }
}
