/** A file from the user as JSON; an error in words when it is none. */
export async function jsonOf(file: File, noun: string): Promise<unknown> {
  const text = await file.text();
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new Error(`This file is not a ${noun}: it is not JSON.`);
  }
}
