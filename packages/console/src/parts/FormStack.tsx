import { styled } from 'styled-components';

/** Fields of a form, one under the other. */
export const FormStack = styled.div`
  display: grid;
  gap: 14px;
`;
