import { styled } from 'styled-components';

/** The name of a field or column, with a dot of the colour its values are underlined in. */
export const FieldName = styled.span<{ $colour: string }>`
  color: var(--ink);
  font-weight: 600;
  overflow-wrap: anywhere;
  &::before {
    content: '';
    display: inline-block;
    width: 7px;
    height: 7px;
    margin-right: 7px;
    border-radius: 50%;
    background: ${({ $colour }) => $colour};
    vertical-align: 1px;
  }
`;
