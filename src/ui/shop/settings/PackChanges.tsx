"use client";
import { Box, chakra } from "@chakra-ui/react";
import type { PackChanges as Changes } from "@/core/pack/pack-differences";
import { many } from "@/words/sentences/sentence";

/** What a pack changes for new jobs, place by place. */
export function PackChanges({ changes: { revision, count, all } }: { changes: Changes }) {
  const label = `${many(count, "difference")} from revision ${revision}, which new jobs are opened with now`;
  return (
    <Box mt="10px">
      <chakra.p fontSize="14px" fontWeight={600}>
        {label}
      </chakra.p>
      <Box maxHeight="320px" overflow="auto" tabIndex={0} role="region" aria-label={label} mt="4px">
        <chakra.table
          fontSize="13px"
          width="100%"
          css={{ "& td, & th": { padding: "3px 10px 3px 0", verticalAlign: "top", textAlign: "left" } }}
        >
          <thead>
            <tr>
              <th scope="col">Where</th>
              <th scope="col">Now</th>
              <th scope="col">In this pack</th>
            </tr>
          </thead>
          <tbody>
            {all.map(({ at, was, is }) => (
              <tr key={at}>
                <td>{at}</td>
                <td>{was ?? "–"}</td>
                <td>{is ?? "–"}</td>
              </tr>
            ))}
          </tbody>
        </chakra.table>
      </Box>
      {count > all.length && (
        <chakra.p fontSize="13px" color="quiet">
          and {count - all.length} more
        </chakra.p>
      )}
    </Box>
  );
}
