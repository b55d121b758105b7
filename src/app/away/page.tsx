import { AwayPage } from "@/ui/place/AwayPage";

/** Nothing of a shop is in this page: it is kept by every browser that was here, signed in or not. */
export default function Page() {
  return <AwayPage />;
}
