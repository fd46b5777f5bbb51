import type { FileProblemItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { useParams } from 'react-router';
import { styled } from 'styled-components';
import { Button, InkButton } from '../../parts/Button';
import { OneOf } from '../../parts/OneOf';
import { Page } from '../../parts/Page';
import { TrialTag } from '../../parts/TrialTag';
import { Trouble } from '../../parts/Trouble';
import { useSearch } from '../../parts/use-search';
import { useMay } from '../../session/use-session';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { Effect } from './Effect';
import { ExtractionView } from './ExtractionView';
import { PublishDialog } from './PublishDialog';
import { RoutingView } from './RoutingView';
import { SourceDialog } from './SourceDialog';
import { TrialDialog } from './TrialDialog';
import { type Draft, type SieveStates, useDraft, useSieveStates } from './use-draft';
import { useOutline } from './use-shown';
import { useShownMessage } from './use-shown-message';
import { useUndoKeys } from './use-undo-keys';
import { VersionsDialog } from './VersionsDialog';

const Tag = styled.span`
  padding: 1px 7px;
  border: 1px solid var(--strong-rule);
  border-radius: var(--round);
`;

const Other = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  padding: 8px 16px;
  border-left: 4px solid var(--yellow);
  background: var(--sheet);
`;

/** The workbench: a sieve, the messages it is tried on, and what becomes of them as it is changed. */
export default function WorkbenchPage() {
  const { name = '' } = useParams();
  const states = useSieveStates(name);
  if (states.error) return <Trouble error={states.error} onRetry={() => void states.refetch()} />;
  if (!states.data) return null;
  return <Workbench key={name} name={name} states={states.data} />;
}

type Face = 'takes' | 'goes' | 'effect';
const faceOf = (written: string): Face => (written === 'goes' || written === 'effect' ? written : 'takes');

type Open = 'source' | 'publish' | 'versions' | 'trial' | null;

function Workbench({ name, states }: { name: string; states: SieveStates }) {
  const draft = useDraft(name, states);
  const outline = useOutline(draft.source);
  const [get, set] = useSearch();
  const [open, setOpen] = useState<Open>(null);
  const problems = outline.data?.problems ?? noProblems;
  // The outline of the text before says nothing of this one.
  const compiles = outline.data !== undefined && !outline.isPlaceholderData && problems.length === 0;
  const face = faceOf(get('face'));
  const message = useShownMessage(name, draft.source, compiles);
  const changed = states.live === null || draft.source !== states.live.source;
  useUndoKeys(draft.undo, draft.redo);
  return (
    <Page
      title={outline.data?.title ?? name}
      about={<About states={states} draft={draft} changed={changed} />}
      acts={
        <Acts
          draft={draft}
          states={states}
          face={face}
          publishable={changed && compiles}
          onFace={(next) => set({ face: next === 'takes' ? null : next })}
          onOpen={setOpen}
        />
      }
    >
      {draft.error ? <Trouble error={draft.error} /> : null}
      <OtherEditor draft={draft} />
      {face === 'goes' && outline.data && (
        <RoutingView name={name} draft={draft} outline={outline.data} message={message} live={states.live} />
      )}
      {face === 'takes' && outline.data && (
        <ExtractionView
          live={states.live}
          name={name}
          draft={draft}
          outline={outline.data}
          message={message}
          compiles={compiles}
        />
      )}
      {face === 'effect' && (
        <Effect
          name={name}
          source={draft.source}
          version={states.live?.version ?? null}
          fields={outline.data?.fields.map((field) => field.name) ?? []}
        />
      )}
      <Dialogs
        name={name}
        draft={draft}
        states={states}
        problems={problems}
        mailbox={get('mailbox') || null}
        open={open}
        onClose={() => setOpen(null)}
      />
    </Page>
  );
}

const noProblems: never[] = [];

interface ActsProps {
  draft: Draft;
  states: SieveStates;
  face: Face;
  /** Whether there is something to publish, and it compiles. */
  publishable: boolean;
  onFace(face: Face): void;
  onOpen(dialog: Open): void;
}

/** What can be done to the sieve as a whole. */
function Acts({ draft, states: { live }, face, publishable, onFace, onOpen }: ActsProps) {
  const say = workbenchWords;
  const may = useMay('author');
  return (
    <>
      <Button aria-label={say.undo} isDisabled={!draft.undo} onPress={() => draft.undo?.()}>
        ↶
      </Button>
      <Button aria-label={say.redo} isDisabled={!draft.redo} onPress={() => draft.redo?.()}>
        ↷
      </Button>
      <OneOf<Face>
        label={say.faces}
        value={face}
        options={[
          { key: 'takes', text: say.takes },
          { key: 'goes', text: say.goes },
        ]}
        onChange={onFace}
      />
      <Button onPress={() => onOpen('source')}>{say.source}</Button>
      {live && <Button onPress={() => onOpen('versions')}>{say.versions}</Button>}
      <Button onPress={() => onFace(face === 'effect' ? 'takes' : 'effect')}>
        {face === 'effect' ? say.back : say.effect}
      </Button>
      {may && live?.trial && <Button onPress={() => onOpen('trial')}>{say.turnOn}</Button>}
      {may && (
        <InkButton isDisabled={!publishable || draft.kept !== 'kept'} onPress={() => onOpen('publish')}>
          {say.publish}
        </InkButton>
      )}
    </>
  );
}

/** Somebody else kept a draft meanwhile: one of the two has to give way. */
function OtherEditor({ draft: { other, settle } }: { draft: Draft }) {
  const say = workbenchWords;
  if (!other) return null;
  return (
    <Other role="alert">
      {fill(say.otherEditor, { who: other.by })}
      <Button onPress={() => settle(false)}>{say.takeTheirs}</Button>
      <Button onPress={() => settle(true)}>{say.keepMine}</Button>
    </Other>
  );
}

interface DialogsProps {
  name: string;
  draft: Draft;
  states: SieveStates;
  problems: readonly FileProblemItem[];
  mailbox: string | null;
  open: Open;
  onClose(): void;
}

function Dialogs({ name, draft, states: { live }, problems, mailbox, open, onClose }: DialogsProps) {
  return (
    <>
      <SourceDialog
        sieve={name}
        source={draft.source}
        problems={problems}
        isOpen={open === 'source'}
        onChange={draft.change}
        onClose={onClose}
      />
      <PublishDialog
        name={name}
        version={(live?.version ?? 0) + 1}
        mailbox={mailbox}
        digest={draft.digest}
        isOpen={open === 'publish'}
        onClose={onClose}
      />
      <TrialDialog name={name} isOpen={open === 'trial'} onClose={onClose} />
      {live && (
        <VersionsDialog
          name={name}
          live={live.version}
          isOpen={open === 'versions'}
          onClose={onClose}
          onTake={draft.change}
        />
      )}
    </>
  );
}

function About({ states, draft, changed }: { states: SieveStates; draft: Draft; changed: boolean }) {
  const say = workbenchWords;
  const version = states.live?.version;
  const kept = { kept: say.saved, keeping: say.saving, 'not kept': say.unsaved, 'changed by another': say.unsaved };
  return (
    <>
      {states.live?.trial && <TrialTag>{say.onTrial}</TrialTag>}
      <Tag>{states.live?.title ? say.version.replace('{version}', String(version)) : say.draft}</Tag>
      <span>
        {version === undefined
          ? say.draftNew
          : changed
            ? fill(say.draftSince, { version })
            : fill(say.noDraft, { version })}
      </span>
      {changed && <span role="status">{kept[draft.kept]}</span>}
    </>
  );
}
