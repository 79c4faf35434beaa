export function testFiles(): string[];
export function isUnitTest(file: string): boolean;
export function chosenFiles(words: readonly string[]): string[];
export function runTests(words: readonly string[]): Promise<number>;
