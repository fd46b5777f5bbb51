import sanitizeHtml from 'sanitize-html';

/** Elements deeper than this are shown flat: browsers themselves give up a little beyond. */
const deepest = 200;

const colour = [/^#[0-9a-f]{3,8}$/i, /^[a-z]{3,20}$/i, /^rgba?\([\d\s.,%]{3,40}\)$/i];
const length = [/^-?\d{1,4}(\.\d{1,3})?(px|em|rem|pt|%)?$/i, /^auto$/i];
const lengths = [/^((-?\d{1,4}(\.\d{1,3})?(px|em|rem|pt|%)?|auto)\s*){1,4}$/i];
const word = [/^[a-z-]{2,24}$/i];
const border = [/^[\w\s#.%(),-]{1,60}$/i];

/** What a style may say: looks, but nothing that fetches, covers or leaves its place. */
const styles = {
  '*': {
    color: colour,
    'background-color': colour,
    background: colour,
    'font-size': [...length, ...word],
    'font-family': [/^[\w\s,'"-]{1,120}$/i],
    'font-weight': [/^(\d{3}|bold|normal|bolder|lighter)$/i],
    'font-style': word,
    'text-align': word,
    'text-decoration': [/^[a-z\s-]{2,40}$/i],
    'text-transform': word,
    'line-height': [...length, /^\d(\.\d{1,3})?$/],
    'vertical-align': word,
    'white-space': word,
    width: length,
    'max-width': length,
    padding: lengths,
    'padding-top': length,
    'padding-right': length,
    'padding-bottom': length,
    'padding-left': length,
    margin: lengths,
    border,
    'border-top': border,
    'border-right': border,
    'border-bottom': border,
    'border-left': border,
    'border-collapse': word,
    display: [/^(none|block|inline|inline-block|table|table-row|table-cell)$/i],
    'border-radius': lengths,
    'border-spacing': lengths,
    'list-style-type': word,
  },
};

const tags = [
  ...'a abbr address article aside b bdi bdo big blockquote br caption center cite code col colgroup dd del dfn div dl dt'.split(
    ' ',
  ),
  ...'em figcaption figure font footer h1 h2 h3 h4 h5 h6 header hr i img ins kbd li main mark nav ol p pre q s samp section'.split(
    ' ',
  ),
  ...'small span strike strong sub sup table tbody td tfoot th thead tr tt u ul var wbr'.split(' '),
];

/**
 * The HTML of a message without anything that runs, fetches or leads away. Links keep their words and their target as a
 * title; pictures are left as their alternative texts. Marks are kept only with `markAttribute`, which no sender knows.
 */
export function sanitise(html: string, markAttribute: string): string {
  return sanitizeHtml(html, {
    allowedTags: tags,
    allowedAttributes: {
      '*': ['style', 'align', 'valign', 'bgcolor', 'dir', 'lang', 'title'],
      table: ['border', 'cellpadding', 'cellspacing', 'width', 'height'],
      td: ['colspan', 'rowspan', 'width', 'height'],
      th: ['colspan', 'rowspan', 'width', 'height', 'scope'],
      col: ['span', 'width'],
      font: ['color', 'face', 'size'],
      ol: ['start', 'type'],
      mark: [markAttribute],
    },
    allowedStyles: styles,
    allowedSchemes: [],
    allowProtocolRelative: false,
    nestingLimit: deepest,
    transformTags: {
      a: (_, { href }) => ({ tagName: 'span', attribs: { style: 'text-decoration: underline', title: href ?? '' } }),
      img: (_, { alt }) => ({ tagName: 'span', attribs: {}, text: alt?.trim() ? `[${alt.trim()}]` : '' }),
    },
    nonTextTags: ['head', 'math', 'noscript', 'option', 'script', 'style', 'svg', 'template', 'textarea', 'title'],
  });
}
