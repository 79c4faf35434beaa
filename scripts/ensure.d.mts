/** Types of what tests use of the scripts. */
export function compileEnv(
  execPath?: string,
  exists?: (path: string) => boolean
): { npm_config_build_from_source: string; npm_config_nodedir?: string };
/** Builds the application where its sources are newer than what was built. */
export function ensureBuild(): void;
