import { nanoid } from '@reduxjs/toolkit';
import { useEffect } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import type { WriteUp, WriteUpContent } from '../../contract/writeUps/writeUp';
import { staleEdits, standing, type SectionId } from '../../core/writeUp';
import { WRITE_UP_KIND_WORDS } from '../../core/text';
import { api } from '../api/api';
import { useSayOutcome } from '../api/useSayOutcome';
import { useUnits } from '../api/useUnits';
import { useToday } from '../state/today';
import { dateText } from '../ui/format';
import { ProblemNote } from '../ui/ProblemNote';
import { usePageTitle } from '../ui/usePageTitle';
import { Wait } from '../ui/Wait';
import { EditablePassage } from './EditablePassage';
import { FilesPart } from './FilesPart';
import { RecordChanged } from './RecordChanged';
import { partsOf, shownPictures, titleOf } from './parts';
import { printSize } from './files/printSize';
import { Publication } from './publication/Publication';
import './publication/publication.scss';
import { ShownPart } from './ShownPart';
import { usePicturesOf } from './usePicturesOf';
import { VersionsPart } from './VersionsPart';

/** One write-up: as it is published, every passage of it to be written over; and what is done with it. */
export function WriteUpPage() {
  const { writeUpId = '' } = useParams();
  const today = useToday();
  const { data, error, refetch } = api.useWriteUpQuery(
    { id: writeUpId, today },
    // The record may have moved on since this was last looked at.
    { refetchOnMountOrArgChange: true },
  );
  usePageTitle(data ? titleOf(data.content) : 'Write-up');
  if (data?.id !== writeUpId)
    return error ? <ProblemNote error={error} retry={() => void refetch()} /> : <Wait what="Reading the write-up" />;
  return <Shown key={writeUpId} writeUp={data} today={today} />;
}

/** A printed page goes by its title alone. */
function usePrintedTitle(title: string): void {
  useEffect(() => {
    let before = '';
    const toPrint = (): void => {
      before = document.title;
      document.title = title;
    };
    const printed = (): void => {
      document.title = before;
    };
    addEventListener('beforeprint', toPrint);
    addEventListener('afterprint', printed);
    return () => {
      removeEventListener('beforeprint', toPrint);
      removeEventListener('afterprint', printed);
    };
  }, [title]);
}

function Shown({ writeUp, today }: { writeUp: WriteUp; today: string }) {
  const [address] = useSearchParams();
  // What was just written is most often saved at once: one key is enough.
  const isJustWritten = (useLocation().state as { isJustWritten?: boolean } | null)?.isJustWritten === true;
  const asked = address.get('version');
  const version = writeUp.versions.find(({ id }) => id === asked);
  const { data: earlier } = api.useWriteUpVersionQuery(
    { id: writeUp.id, versionId: version?.id ?? '' },
    { skip: version === undefined },
  );
  const content = version ? earlier : writeUp.content;
  if (!content) return <Wait what="Reading the version" />;
  return (
    <div className="write-up-page">
      <div className="write-up-bar">
        <p className="quiet mb-0">
          <Link className="text-decoration-underline" to="/write-ups">
            Write-ups
          </Link>{' '}
          · {WRITE_UP_KIND_WORDS[writeUp.kind]} ·{' '}
          {version
            ? `version ${version.number}, as it stood ${dateText(version.createdAt.slice(0, 10), today)}`
            : writeUp.finalOn === null
              ? 'draft'
              : `final on ${dateText(writeUp.finalOn, today)}`}
        </p>
        <Button autoFocus={isJustWritten} title="The dialog that follows saves as PDF" onClick={() => window.print()}>
          Save as PDF, or print
        </Button>
        <a className="d-lg-none text-decoration-underline" href="#files">
          Other files
        </a>
        {version && (
          <Link className="btn btn-plain" to={`/write-ups/${writeUp.id}`}>
            Back to what stands
          </Link>
        )}
      </div>
      <WithContent {...{ writeUp, content, today }} isEarlier={version !== undefined} />
    </div>
  );
}

function WithContent({
  writeUp,
  content,
  today,
  isEarlier,
}: {
  writeUp: WriteUp;
  content: WriteUpContent;
  today: string;
  isEarlier: boolean;
}) {
  const units = useUnits();
  usePrintedTitle(titleOf(content));
  const [addPassage] = api.useAddPassageMutation();
  const pictures = usePicturesOf(writeUp.subject.bagIds);
  const parts = partsOf(writeUp, content, { pictures: shownPictures(content, pictures), units, today });
  const isStale = new Set(staleEdits(content));
  // What is left out stays in view, so that it can be had again; what is not to be shown does not.
  const sections = standing(content, content.shows).map(({ id, passages }) => ({
    id,
    passages: passages.filter(({ needs }) => needs === null || content.shows[needs]),
  }));
  const more = (section: SectionId) => {
    const last = sections.find(({ id }) => id === section)?.passages.at(-1)?.key ?? null;
    return (
      <button
        type="button"
        className="btn-link-plain add-passage"
        onClick={() =>
          void addPassage({ id: writeUp.id, body: { key: `${section}.own-${nanoid(10)}`, after: last, text: '' } })
        }
      >
        Add a sentence
      </button>
    );
  };
  return (
    <div className="row">
      <style>{`@page{size:${content.paper};margin:15mm}:root{--pub-print-size:${printSize(parts)}pt}`}</style>
      <div className="col-lg-8">
        {isEarlier ? (
          <Publication {...parts} />
        ) : (
          <Publication
            {...parts}
            sections={sections}
            passage={(passage) => (
              <EditablePassage writeUpId={writeUp.id} passage={passage} isStale={isStale.has(passage.key)} />
            )}
            behind={more}
          />
        )}
      </div>
      <aside className="col-lg-4 side write-up-side">
        <FilesPart parts={parts} title={titleOf(content)} paper={content.paper} kind={writeUp.kind} />
        {!isEarlier && <RecordChanged writeUp={writeUp} />}
        {!isEarlier && <ShownPart writeUp={writeUp} pictures={pictures} />}
        <VersionsPart writeUp={writeUp} today={today} />
        {!isEarlier && <OtherActs writeUp={writeUp} />}
      </aside>
    </div>
  );
}

function OtherActs({ writeUp: { id } }: { writeUp: WriteUp }) {
  const navigate = useNavigate();
  const [remove] = api.useRemoveWriteUpMutation();
  const say = useSayOutcome();
  const takeAway = async (): Promise<void> => {
    await navigate('/write-ups');
    const { error } = await remove({ id });
    say(error, 'The write-up is deleted.', { kind: 'write-up', id });
  };
  return (
    <p className="mt-3">
      <Link className="btn btn-bare" to={`/write-ups/side-by-side?a=${id}`}>
        Beside another one
      </Link>{' '}
      <Button variant="bare" onClick={() => void takeAway()}>
        Delete it
      </Button>
    </p>
  );
}
