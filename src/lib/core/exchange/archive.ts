/**
 * NAME.cliffstead: a zip of project.json and the files of tracing sheets and photos. Reading checks everything at the door:
 * damaged, foreign, over-large and newer files are refused with one sentence. See docs/file-format.md.
 */
import { Unzip, UnzipInflate, strFromU8, strToU8, zipSync, type Zippable } from 'fflate';
import type { Problem } from '../document/problems';
import { allRecords } from '../document/project';
import { schemaVersion } from '../document/record';
import type { Project } from '../document/kind';
import { blobsOf, fileLimits, isText } from './blobs';
import { application, fail, readHouse } from './house-json';

export type Blobs = ReadonlyMap<string, Uint8Array>;
export type ReadResult =
  | { readonly ok: true; readonly project: Project; readonly blobs: Blobs }
  | { readonly ok: false; readonly problem: Problem };

/** The same project gives the same bytes: records sorted, fixed dates. */
export function writeProject(project: Project, blobs: Blobs): Uint8Array {
  const records = allRecords(project);
  const json = JSON.stringify({ application, schemaVersion, lastIds: project.lastIds, records }, null, 1);
  const mtime = new Date(1980, 0, 2);
  const files: Zippable = { 'project.json': [strToU8(json), { level: 6, mtime }] };
  const used = blobsOf(project);
  for (const [name, bytes] of blobs) {
    const mime = used.get(name);
    if (mime) files[`blobs/${name}`] = [bytes, { level: isText(mime) ? 6 : 0, mtime }];
  }
  return zipSync(files);
}

export const megabytes = (bytes: number) => `${Math.round(bytes / 1024 / 1024)} MB`;

/** Read a file's bytes. Never throws for bad input; unpacking stops at the limits, whatever the file claims. */
export function readProject(name: string, bytes: Uint8Array): ReadResult {
  if (bytes.length > fileLimits.packed)
    return fail('file.too-large', {
      name,
      size: megabytes(bytes.length),
      most: megabytes(fileLimits.packed)
    });
  if (bytes.length < 4 || bytes[0] !== 0x50 || bytes[1] !== 0x4b) return fail('file.foreign', { name });
  const unpacked = unpack(bytes);
  if (unpacked === 'damaged') return fail('file.damaged', { name, fault: 'the archive cannot be unpacked' });
  if (unpacked === 'large')
    return fail('file.too-large', {
      name,
      size: `more than ${megabytes(fileLimits.unpacked)}`,
      most: megabytes(fileLimits.unpacked)
    });
  const json = unpacked.get('project.json');
  if (!json) return fail('file.foreign', { name });
  let data: unknown;
  try {
    data = JSON.parse(strFromU8(json));
  } catch {
    return fail('file.damaged', { name, fault: 'project.json is cut short or garbled' });
  }
  return interpret(name, data, unpacked);
}

function interpret(name: string, data: unknown, files: Map<string, Uint8Array>): ReadResult {
  const read = readHouse(name, data);
  if (!read.ok) return read;
  const blobs = new Map(
    [...files].flatMap(([path, bytes]) =>
      path.startsWith('blobs/') ? [[path.slice(6), bytes] as const] : []
    )
  );
  return { ...read, blobs };
}

function unpack(bytes: Uint8Array): Map<string, Uint8Array> | 'damaged' | 'large' {
  const files = new Map<string, Uint8Array>();
  let [total, pending, verdict] = [0, 0, '' as '' | 'damaged' | 'large'];
  const unzip = new Unzip((file) => {
    pending += 1;
    if (pending > fileLimits.entries || verdict) {
      verdict ||= 'large';
      return;
    }
    const chunks: Uint8Array[] = [];
    file.ondata = (error, chunk, final) => {
      if (error) verdict ||= 'damaged';
      if (verdict) return file.terminate();
      total += chunk.length;
      if (total > fileLimits.unpacked) {
        verdict = 'large';
        return file.terminate();
      }
      chunks.push(chunk);
      if (final) files.set(file.name, join(chunks));
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    // In slices, so that a bomb is stopped while it unpacks and not after.
    for (let at = 0; at < bytes.length && !verdict; at += 65536)
      unzip.push(bytes.subarray(at, at + 65536), at + 65536 >= bytes.length);
  } catch {
    verdict ||= 'damaged';
  }
  if (verdict) return verdict;
  return files.size === pending && pending > 0 && hasEnd(bytes) ? files : 'damaged';
}

/** A whole zip ends with its directory; a truncated one has none. */
function hasEnd(bytes: Uint8Array): boolean {
  for (let i = bytes.length - 22; i >= Math.max(0, bytes.length - 65557); i--)
    if (bytes[i] === 0x50 && bytes[i + 1] === 0x4b && bytes[i + 2] === 5 && bytes[i + 3] === 6) return true;
  return false;
}

function join(chunks: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(chunks.reduce((sum, chunk) => sum + chunk.length, 0));
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return whole;
}
