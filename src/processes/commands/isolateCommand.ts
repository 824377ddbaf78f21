// What `pitstopa isolate` can do: the commands' program.
export { weighCaseFile } from "./isolate/caseAdvice";
export { CaseFileError } from "./isolate/caseFile";
export { caseText } from "./isolate/caseText";
export { followCase } from "./isolate/followCase";
export { listEntries, listingText } from "./isolate/libraryListing";
