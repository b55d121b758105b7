import { chakra } from "@chakra-ui/react";

/** A key of the keyboard. */
export const Key = chakra("kbd", {
  base: {
    fontFamily: "body",
    fontSize: "12px",
    px: "6px",
    py: "1px",
    borderWidth: "1px",
    borderColor: "lineStrong",
    borderRadius: "4px",
    color: "quiet",
    whiteSpace: "nowrap",
  },
});
