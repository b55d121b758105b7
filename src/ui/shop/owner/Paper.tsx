import { Fragment, type CSSProperties, type ReactNode } from "react";

/** A piece of a document, as the maker of PDF files takes it; of that as much as our documents use. */
export type Piece = string | number | null | undefined | readonly Piece[] | PieceOf;

interface PieceOf {
  readonly text?: Piece;
  readonly bold?: boolean;
  readonly color?: string;
  readonly fontSize?: number;
  readonly alignment?: string;
  /** A heading that the document's outline names. */
  readonly outline?: boolean;
  readonly stack?: readonly Piece[];
  readonly columns?: readonly Piece[];
  readonly ul?: readonly Piece[];
  readonly table?: { readonly body: readonly (readonly Piece[])[]; readonly headerRows?: number };
  readonly image?: string;
  readonly svg?: string;
  /** Lines to sign on. */
  readonly canvas?: readonly unknown[];
}

/** Sizes of a page become steps of the screen: a caption, the running text, a name. */
function lookOf({ bold, color, fontSize = 8.5, alignment }: PieceOf): CSSProperties {
  return {
    fontWeight: bold ? 700 : undefined,
    // The one colour of documents besides ink is what is said quietly.
    color: color ? "var(--chakra-colors-quiet)" : undefined,
    fontSize: fontSize < 8.5 ? "13px" : fontSize > 15 ? "28px" : undefined,
    textAlign: alignment === "right" ? "right" : undefined,
  };
}

interface Props {
  readonly of: Piece;
  /** Where a picture of the document is fetched from. */
  readonly srcOf: (image: string) => string | undefined;
}

const each = (pieces: readonly Piece[], srcOf: Props["srcOf"]) =>
  pieces.map((piece, at) => <Paper key={at} of={piece} srcOf={srcOf} />);

const isBlank = (piece: Piece): boolean =>
  piece === "" ||
  piece === null ||
  piece === undefined ||
  (typeof piece === "object" && "text" in piece && isBlank(piece.text));

/** What is written within a line. */
function inline(piece: Piece): ReactNode {
  if (piece === null || piece === undefined) return null;
  if (typeof piece === "string" || typeof piece === "number") return piece;
  if (Array.isArray(piece))
    return (piece as readonly Piece[]).map((one, at) => <Fragment key={at}>{inline(one)}</Fragment>);
  const of = piece as PieceOf;
  return <span style={lookOf(of)}>{inline(of.text)}</span>;
}

/** A document that goes to paper elsewhere, as a page to read: the same pieces in the same order. */
export function Paper({ of, srcOf }: Props): ReactNode {
  if (of === null || of === undefined || of === "") return null;
  if (typeof of === "string" || typeof of === "number") return <p>{of}</p>;
  if (Array.isArray(of)) return each(of as readonly Piece[], srcOf);
  const piece = of as PieceOf;
  const style = lookOf(piece);
  if (piece.table) {
    const { body, headerRows = 0 } = piece.table;
    return (
      <div style={{ overflowX: "auto" }}>
        <table style={{ ...style, borderCollapse: "collapse", width: "100%" }}>
          <tbody>
            {body.map((cells, row) => (
              <tr key={row} style={{ borderTop: "1px solid var(--chakra-colors-line)" }}>
                {cells.map((cell, at) => {
                  // A column that needs no name has none: an empty heading says nothing to a reader.
                  const Cell = row < headerRows && !isBlank(cell) ? "th" : "td";
                  return (
                    <Cell key={at} style={{ textAlign: "left", verticalAlign: "top", padding: "5px 12px 5px 0" }}>
                      {inline(cell)}
                    </Cell>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    );
  }
  if (piece.ul)
    return (
      <ul style={{ ...style, paddingLeft: "20px", listStyle: "disc" }}>
        {piece.ul.map((item, at) => (
          <li key={at} style={{ padding: "2px 0" }}>
            {inline(item)}
          </li>
        ))}
      </ul>
    );
  if (piece.columns)
    return (
      <div style={{ ...style, display: "flex", flexWrap: "wrap", gap: "20px", justifyContent: "space-between" }}>
        {piece.columns.map((column, at) => (
          <div key={at} style={{ flex: "1 1 220px" }}>
            <Paper of={column} srcOf={srcOf} />
          </div>
        ))}
      </div>
    );
  if (piece.stack) return <div style={style}>{each(piece.stack, srcOf)}</div>;
  if (piece.image !== undefined) {
    const src = srcOf(piece.image);
    return src ? <img src={src} alt="" style={{ maxWidth: "100%", borderRadius: "8px", marginTop: "8px" }} /> : null; // eslint-disable-line @next/next/no-img-element
  }
  if (piece.svg !== undefined)
    return (
      <div
        role="img"
        aria-label="What failed first, as a chain"
        style={{ background: "#ffffff", borderRadius: "8px", padding: "8px", overflowX: "auto" }}
        // As wide as there is room: what is cut off tells nothing.
        dangerouslySetInnerHTML={{
          __html: piece.svg.replace(/ width="[\d.]+" height="[\d.]+"/u, ' style="width:100%;height:auto"'),
        }}
      />
    );
  if (piece.canvas) return <hr style={{ marginTop: "48px", borderColor: "var(--chakra-colors-quiet)" }} />;
  if (piece.outline) return <h2 style={{ fontWeight: 700, fontSize: "17px", margin: "22px 0 6px" }}>{inline(piece.text)}</h2>; // prettier-ignore
  if ((piece.fontSize ?? 0) > 15) return <h1 style={style}>{inline(piece.text)}</h1>;
  return <p style={{ ...style, margin: "3px 0" }}>{inline(piece.text)}</p>;
}
