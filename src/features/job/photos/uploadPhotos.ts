import { type ActionFailure } from "@/shared/actionResult";

/**
 * Sends photos of a job, one after the other, from the browser.
 *
 * @returns One sentence for each photo that was refused.
 */
export async function uploadPhotos(number: string, files: readonly File[]): Promise<string[]> {
  const problems: string[] = [];
  for (const file of files) {
    const body = new FormData();
    body.append("photo", file);
    try {
      const response = await fetch(`/api/jobs/${number}/photos`, { method: "POST", body });
      if (!response.ok) problems.push(((await response.json()) as ActionFailure).message);
    } catch {
      problems.push(`${file.name} did not reach the server. Try it again on the job's Receive page.`);
    }
  }
  return problems;
}
