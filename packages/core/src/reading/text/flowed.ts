interface FlowedLine {
  depth: number;
  content: string;
}

/** `>> text` to its depth and content; a space that stuffs the line is taken off (RFC 3676, sections 4.4 and 4.5). */
function unstuffed(line: string): FlowedLine {
  const depth = /^>*/.exec(line)?.[0].length ?? 0;
  return { depth, content: line.slice(depth).replace(/^ /, '') };
}

/**
 * Joins the lines of a `format=flowed` text that belong to one paragraph (RFC 3676). Quoted paragraphs are joined within
 * their own depth, and are written again as `> `; the signature mark never flows.
 */
export function unflow(text: string, deleteSpace: boolean): string {
  const lines: string[] = [];
  let open: FlowedLine | null = null;
  for (const raw of text.split('\n')) {
    const line = unstuffed(raw);
    const signs = line.content === '-- ';
    if (open !== null && (signs || open.depth !== line.depth)) {
      lines.push(quoted(open));
      open = null;
    }
    const flows = line.content.endsWith(' ') && !signs;
    const content: string = (open?.content ?? '') + (flows && deleteSpace ? line.content.slice(0, -1) : line.content);
    open = flows ? { depth: line.depth, content } : null;
    if (!flows) lines.push(quoted({ depth: line.depth, content }));
  }
  if (open !== null) lines.push(quoted(open));
  return lines.join('\n');
}

const quoted = ({ depth, content }: FlowedLine) => (depth > 0 ? `${'>'.repeat(depth)} ${content}`.trimEnd() : content);
