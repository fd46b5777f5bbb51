import type { RuleItem, SieveActInput } from '@yellow-sieve/contract';
import {
  Button as AriaButton,
  GridList,
  GridListItem,
  type Key,
  MenuTrigger,
  Popover,
  SubmenuTrigger,
  useDragAndDrop,
} from 'react-aria-components';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { selectedKey } from '../../parts/chosen';
import { Item, List } from '../../parts/MenuList';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';

const Frame = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  align-content: start;
  padding: 12px 16px;
`;

const Help = styled.p`
  color: var(--second);
`;

const Rules = styled(GridList<RuleRow>)`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  outline: none;
`;

const Rule = styled(GridListItem<RuleRow>)`
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 32px;
  padding: 3px 6px 3px 10px;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  background: var(--sheet);
  outline: none;
  cursor: pointer;
  &[data-selected] {
    border-color: var(--ink);
    box-shadow: inset 3px 0 var(--ink);
  }
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 1px;
  }
  &[data-dragging] {
    opacity: 0.5;
  }
`;

const What = styled.div`
  flex: 1;
  min-width: 0;
`;

const Kind = styled.span`
  font-weight: 600;
`;

const Name = styled.span`
  color: var(--second);
  overflow-wrap: anywhere;
`;

const Count = styled.span`
  color: var(--second);
  font-variant-numeric: tabular-nums;
`;

const Handle = styled(AriaButton)`
  padding: 0 3px;
  border: 0;
  background: none;
  color: var(--second);
  cursor: grab;
  &[data-focus-visible] {
    outline: 2px solid var(--ink);
  }
`;

const Menu = styled(Popover)`
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
  background: var(--sheet);
`;

interface RuleRow extends RuleItem {
  id: string;
  place: number;
}

export interface RuleListProps {
  rules: readonly RuleItem[];
  /** Names of the fields, for which a rule may be copied. */
  fields: readonly string[];
  /** How many fields each rule fills in the shown message, by its name. */
  filled: ReadonlyMap<string, number>;
  chosen: number | null;
  onChoose(rule: number | null): void;
  onAct(act: SieveActInput): void;
  onAdd(): void;
}

/** The rules in their order: dragged, or moved by keys with the handle; switched off, copied, removed. */
export function RuleList({ rules, fields, filled, chosen, onChoose, onAct, onAdd }: RuleListProps) {
  const say = workbenchWords;
  const rows = rules.map((rule, place): RuleRow => ({ ...rule, id: idOf(rules, place), place }));
  const placeOf = (key: Key | undefined) => rows.findIndex(({ id }) => id === key);
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) => [...keys].map((key) => ({ 'text/plain': String(key) })),
    onReorder: ({ keys, target }) => {
      const from = placeOf([...keys][0]);
      const over = placeOf(target.key) + (target.dropPosition === 'after' ? 1 : 0);
      const to = over > from ? over - 1 : over;
      if (to !== from) onAct({ act: 'move rule', rule: from, to });
    },
  });
  return (
    <Frame aria-label={say.order}>
      <h2>{say.order}</h2>
      <Help>{say.orderHelp}</Help>
      <Rules
        aria-label={say.order}
        items={rows}
        selectionMode="single"
        selectionBehavior="replace"
        selectedKeys={chosen === null ? [] : [idOf(rules, chosen)]}
        onSelectionChange={(keys) => {
          const key = selectedKey(keys);
          onChoose(key === null ? null : placeOf(key));
        }}
        dragAndDropHooks={dragAndDropHooks}
      >
        {(rule) => (
          <Rule id={rule.id} textValue={rule.name}>
            <Handle slot="drag" aria-label={fill(say.moveRule, { rule: rule.name })}>
              ⠿
            </Handle>
            <What>
              <Kind>{rule.kind}</Kind>{' '}
              <Name>
                {rule.name}
                {rule.layouts.length > 1 && `, ${fill(say.layouts, { count: rule.layouts.length })}`}
              </Name>
            </What>
            <Count title={rule.off ? undefined : fill(say.filled, { count: filled.get(rule.name) ?? 0 })}>
              {rule.off ? say.off : (filled.get(rule.name) ?? 0)}
            </Count>
            <RuleMenu rule={rule} fields={fields} onAct={onAct} />
          </Rule>
        )}
      </Rules>
      <div>
        <Button onPress={onAdd}>{say.addRule}</Button>
      </div>
    </Frame>
  );
}

/** A rule keeps its name where it is moved to; of several of one name the place among them tells which it is. */
function idOf(rules: readonly RuleItem[], place: number): string {
  const name = rules[place]?.name ?? '';
  const before = rules.slice(0, place).filter((rule) => rule.name === name).length;
  return before === 0 ? name : `${name} ${before + 1}`;
}

function RuleMenu({
  rule: { place, off, name },
  fields,
  onAct,
}: { rule: RuleRow } & Pick<RuleListProps, 'fields' | 'onAct'>) {
  const say = workbenchWords;
  const acts: Record<string, SieveActInput> = {
    off: { act: 'switch rule', rule: place, off: !off },
    copy: { act: 'copy rule', rule: place },
    remove: { act: 'remove rule', rule: place },
  };
  return (
    <MenuTrigger>
      <Button aria-label={fill(say.ruleActs, { rule: name })}>…</Button>
      <Menu>
        <List
          onAction={(key) => {
            const act = acts[String(key)];
            if (act) onAct(act);
          }}
        >
          <Item id="off">{off ? say.switchOn : say.switchOff}</Item>
          <Item id="copy">{say.copyRule}</Item>
          <SubmenuTrigger>
            <Item id="copy for">{say.copyRuleFor} ▸</Item>
            <Menu>
              <List
                onAction={(field) => onAct({ act: 'copy rule', rule: place, field: String(field) })}
                aria-label={say.copyRuleFor}
              >
                {fields.map((field) => (
                  <Item key={field} id={field}>
                    {field}
                  </Item>
                ))}
              </List>
            </Menu>
          </SubmenuTrigger>
          <Item id="remove">{say.removeRule}</Item>
        </List>
      </Menu>
    </MenuTrigger>
  );
}
