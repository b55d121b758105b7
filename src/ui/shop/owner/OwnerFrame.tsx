"use client";
import { Box, Flex, chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { ThemeButton } from "../../frame/ThemeButton";
import { Brand } from "../../kit/Brand";

interface Props {
  readonly shop: { readonly name: string; readonly address: string | null } | null;
  /** The page that this one was come from. */
  readonly back?: string;
  readonly children: ReactNode;
}

/** A page for the owner of an engine: the shop's name above, and nothing of the shop's own. */
export const OwnerFrame = ({ shop, back, children }: Props) => (
  <Box minHeight="100dvh">
    <Flex
      as="header"
      align="center"
      gap="12px"
      height="52px"
      px="18px"
      borderBottomWidth="1px"
      borderColor="line"
      data-screen-only
    >
      <Brand />
      <strong>{shop?.name ?? "Ember Bench"}</strong>
      {shop?.address && (
        <chakra.span color="quiet" fontSize="13px" hideBelow="md">
          {shop.address}
        </chakra.span>
      )}
      <Flex ml="auto" gap="14px" align="center">
        {back && (
          <chakra.a href={back} textDecoration="underline" textUnderlineOffset="3px">
            The engine
          </chakra.a>
        )}
        <ThemeButton />
      </Flex>
    </Flex>
    <Box as="main" maxWidth="620px" mx="auto" px="18px" py="24px">
      {children}
    </Box>
  </Box>
);
