"use client";
import { Flex, chakra } from "@chakra-ui/react";
import NextLink from "next/link";
import type { Me } from "../kit/me";
import { ServiceWorker } from "../away/ServiceWorker";
import { useActAs } from "../outbox/fetch-as-me";
import { Brand } from "../kit/Brand";
import { WaitingPhotos } from "../outbox/WaitingPhotos";
import { SignOut } from "./SignOut";
import { SkipLink } from "./SkipLink";
import { ThemeButton } from "./ThemeButton";

const Link = chakra(NextLink);
const places = [
  { href: "/", name: "On the bench" },
  { href: "/board", name: "Board" },
  { href: "/shelf", name: "Shelf" },
  { href: "/catalogue", name: "Catalogue" },
  { href: "/gauges", name: "Gauges" },
  { href: "/owners", name: "Owners" },
  { href: "/people", name: "People" },
  { href: "/settings", name: "Settings" },
] as const;

/** The strip over what belongs to the shop and not to one job. */
export const ShopHeader = ({ me, here }: { me: Me; here: (typeof places)[number]["href"] }) => {
  useActAs(me.id);
  return (
    <>
      <SkipLink />
      <ServiceWorker />
      <WaitingPhotos me={me.id} />
      <Flex
        as="header"
        align="center"
        gap="12px"
        minHeight="52px"
        px="18px"
        borderBottomWidth="1px"
        borderColor="line"
        wrap="wrap"
      >
        <Brand />
        <strong>Ember Bench</strong>
        <Flex as="nav" aria-label="Shop" gap="4px" ml="10px" fontSize="14px">
          {places.map(({ href, name }) => (
            <Link
              key={href}
              href={href}
              aria-current={href === here ? "page" : undefined}
              px="10px"
              py="6px"
              borderRadius="7px"
              color={href === here ? "ink" : "quiet"}
              fontWeight={href === here ? 700 : 400}
              _hover={{ color: "ink", bg: "raised" }}
            >
              {name}
            </Link>
          ))}
        </Flex>
        <Flex ml="auto" align="center" gap="14px" fontSize="13px" color="quiet">
          <ThemeButton />
          <span>
            {me.name}, {me.role}
          </span>
          <SignOut />
        </Flex>
      </Flex>
    </>
  );
};
