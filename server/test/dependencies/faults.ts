/** What a lock file says of one installed package. */
export interface Installed {
  readonly name: string;
  readonly version: string;
  readonly licence: string | undefined;
  /** It is there for developing, and is not part of what runs in a shop. */
  readonly dev: boolean;
}
export interface KeptLicence {
  readonly package: string;
  readonly version: string;
  readonly licence: string;
  readonly why: string;
}
export interface KeptAdvisory {
  readonly package: string;
  readonly version: string;
  readonly advisory: string;
  readonly why: string;
}

/** Licences under which a shop may use and pass on what is installed there, without conditions for its own work. */
const FREE: ReadonlySet<string> = new Set([
  '0BSD',
  'Apache-2.0',
  'Apache-2.0 AND MIT',
  'BlueOak-1.0.0',
  'BSD-2-Clause',
  'BSD-3-Clause',
  'CC0-1.0',
  'ISC',
  'MIT',
  'MIT-0',
  '(MIT OR CC0-1.0)',
  '(MIT AND Zlib)',
  'MIT AND OFL-1.1',
  'OFL-1.1',
  'Python-2.0',
  'Unlicense',
]);
/** Those with conditions that concern nobody who only develops with it. */
const FREE_TO_DEVELOP: ReadonlySet<string> = new Set([...FREE, 'CC-BY-3.0', 'CC-BY-4.0', 'MPL-2.0']);

/** The packages of a lock file of version 3; the workspaces themselves are not among them. */
export function installedIn(lock: {
  readonly packages: Readonly<
    Record<string, { version?: string; license?: string; dev?: boolean; link?: boolean }>
  >;
}): readonly Installed[] {
  return Object.entries(lock.packages).flatMap(([path, { version, license, dev, link }]) =>
    link === true || !path.includes('node_modules/')
      ? []
      : [
          {
            name: path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length),
            version: version ?? '?',
            licence: license,
            dev: dev === true,
          },
        ],
  );
}

export function licenceFaults(
  installed: readonly Installed[],
  kept: readonly KeptLicence[],
): readonly string[] {
  const isKept = ({ name, version, licence }: Installed): boolean =>
    kept.some(
      (each) =>
        each.package === name &&
        each.version === version &&
        (licence === undefined || licence === each.licence),
    );
  const wrong = installed
    .filter((each) => !(each.dev ? FREE_TO_DEVELOP : FREE).has(each.licence ?? '') && !isKept(each))
    .map(
      ({ name, version, licence }) =>
        `${name} ${version}: ${licence ?? 'names no licence'}; look, and keep it with a reason`,
    );
  return [...wrong, ...gone(installed, kept)];
}
/** What is kept of a package that is not installed any more misleads who reads the list. */
export const gone = (
  installed: readonly Installed[],
  kept: readonly { readonly package: string; readonly version: string }[],
): readonly string[] =>
  kept
    .filter(
      (each) => !installed.some(({ name, version }) => name === each.package && version === each.version),
    )
    .map((each) => `${each.package} ${each.version} is kept and not installed: take it off the list`);
