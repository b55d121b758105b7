"use client";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { useServerInsertedHTML } from "next/navigation";
import { useState, type ReactNode } from "react";

interface Inserted {
  readonly name: string;
  readonly isGlobal: boolean;
}

/** A cache that remembers which styles were used since it was last asked, so that the server can send just those. */
function createTrackedCache(nonce: string | undefined) {
  const cache = createCache({ key: "css", ...(nonce === undefined ? {} : { nonce }) });
  cache.compat = true;
  const insert = cache.insert;
  let inserted: Inserted[] = [];
  cache.insert = (...args) => {
    const [selector, serialized] = args;
    if (cache.inserted[serialized.name] === undefined)
      inserted.push({ name: serialized.name, isGlobal: selector === "" });
    return insert(...args);
  };
  const takeInserted = () => {
    const taken = inserted;
    inserted = [];
    return taken;
  };
  return { cache, takeInserted };
}

/** Sends styles along with the streamed page, so that the browser finds on arrival what it would make itself. */
export function EmotionRegistry({ nonce, children }: { nonce: string | undefined; children: ReactNode }) {
  const [{ cache, takeInserted }] = useState(() => createTrackedCache(nonce));

  useServerInsertedHTML(() => {
    const styles = takeInserted().flatMap(({ name, isGlobal }) => {
      const css = cache.inserted[name];
      return typeof css === "string" ? [{ name, isGlobal, css }] : [];
    });
    if (styles.length === 0) return null;
    const scoped = styles.filter((style) => !style.isGlobal);
    return (
      <>
        {styles
          .filter((style) => style.isGlobal)
          .map(({ name, css }) => (
            <style
              key={name}
              nonce={nonce}
              data-emotion={`${cache.key}-global ${name}`}
              dangerouslySetInnerHTML={{ __html: css }}
            />
          ))}
        {scoped.length > 0 && (
          <style
            nonce={nonce}
            data-emotion={`${cache.key} ${scoped.map((style) => style.name).join(" ")}`}
            dangerouslySetInnerHTML={{ __html: scoped.map((style) => style.css).join("") }}
          />
        )}
      </>
    );
  });

  return <CacheProvider value={cache}>{children}</CacheProvider>;
}
