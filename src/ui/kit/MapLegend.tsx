import { Flex, chakra } from "@chakra-ui/react";
import { mapLooks } from "./EngineMap";

const Svg = chakra("svg");
const Circle = chakra("circle");

const usual = (["sound", "refused", "partly", "open"] as const).map((state) => [state, mapLooks[state].words] as const);

/** What the strokes of the engine map mean. */
export const MapLegend = ({
  meanings = usual,
}: {
  readonly meanings?: readonly (readonly [keyof typeof mapLooks, string])[];
}) => (
  <Flex gap="20px" wrap="wrap" mt="10px" fontSize="13px" color="quiet">
    {meanings.map(([state, words]) => {
      const { stroke, fill, weight, dash } = mapLooks[state];
      return (
        <Flex key={state} as="span" align="center" gap="7px">
          <Svg width="18px" height="18px" viewBox="0 0 18 18" aria-hidden>
            <Circle cx="9" cy="9" r="6.5" stroke={stroke} fill={fill} strokeWidth={weight} strokeDasharray={dash} />
          </Svg>
          {words}
        </Flex>
      );
    })}
  </Flex>
);
