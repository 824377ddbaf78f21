export { LoadingPage as default } from "@/shared/LoadingPage";
