"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import { useEffect, useId, useMemo, useState } from "react";
import { mostMarkLetters } from "@/core/entry/schema";
import { QuietButton } from "../../kit/SayWhy";

/** As large as it is printed, twice over; each time it does not fit, smaller. */
const boxes = [1, 0.75, 0.5, 0.35].map((share) => ({ width: 360 * share, height: 120 * share }));

/** A picture as a small PNG in base64; null where it cannot be read, or will not become small enough. */
async function toMark(file: File): Promise<string | null> {
  const picture = await createImageBitmap(file).catch(() => null);
  if (!picture) return null;
  for (const box of boxes) {
    const scale = Math.min(1, box.width / picture.width, box.height / picture.height);
    const canvas = document.createElement("canvas");
    canvas.width = Math.max(1, Math.round(picture.width * scale));
    canvas.height = Math.max(1, Math.round(picture.height * scale));
    canvas.getContext("2d")!.drawImage(picture, 0, 0, canvas.width, canvas.height);
    const mark = canvas.toDataURL("image/png").replace(/^data:image\/png;base64,/u, "");
    if (mark.length <= mostMarkLetters) return mark;
  }
  return null;
}

/** An address under which a page may show it. */
function useShown(mark: string | null): string | null {
  const shown = useMemo(() => {
    if (mark === null) return null;
    try {
      const bytes = Uint8Array.from(atob(mark), (letter) => letter.charCodeAt(0));
      return URL.createObjectURL(new Blob([bytes], { type: "image/png" }));
    } catch {
      return null;
    }
  }, [mark]);
  useEffect(() => () => void (shown && URL.revokeObjectURL(shown)), [shown]);
  return shown;
}

/** The shop's mark: a small picture that stands at the head of what goes out of the house. */
export function MarkField({
  mark,
  disabled,
  onMark,
}: {
  mark: string | null;
  disabled: boolean;
  onMark: (mark: string | null) => void;
}) {
  const id = useId();
  const [wrong, setWrong] = useState<string | null>(null);
  const shown = useShown(mark);
  return (
    <Box>
      <chakra.label htmlFor={id} fontSize="14px" fontWeight={500}>
        Mark of the shop, on reports
      </chakra.label>
      <Flex align="center" gap="16px" mt="6px" wrap="wrap">
        {shown && (
          <Box bg="white" borderRadius="7px" p="8px" borderWidth="1px" borderColor="line">
            <chakra.img src={shown} alt="The mark as it is" maxHeight="60px" maxWidth="180px" />
          </Box>
        )}
        {!disabled && (
          <chakra.input
            id={id}
            type="file"
            accept="image/png,image/jpeg,image/webp"
            fontSize="14px"
            onChange={(event) => {
              const file = event.currentTarget.files?.[0];
              if (!file) return;
              void toMark(file).then((read) => {
                setWrong(read === null ? `${file.name} is no picture that can be read here, or too busy to be made small: a PNG or JPEG of few colours.` : null); // prettier-ignore
                if (read !== null) onMark(read);
              });
            }}
          />
        )}
        {!disabled && mark !== null && <QuietButton onClick={() => onMark(null)}>no mark</QuietButton>}
      </Flex>
      {wrong && (
        <chakra.p role="alert" color="out" fontSize="13px" mt="4px">
          {wrong}
        </chakra.p>
      )}
    </Box>
  );
}
