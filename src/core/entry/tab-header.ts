/** Names, in a request of a page, the person that page was opened for: two people may share one browser, one after the other. */
export const tabHeader = "x-signed-in-as";
