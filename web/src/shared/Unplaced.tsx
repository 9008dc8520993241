import type { Placed } from '../api/answers';

/** What is wrong with a form, and stands at none of the fields that it shows. */
export function Unplaced({ problems, isShown }: { problems: Placed[]; isShown: (place: string) => boolean }) {
  return problems
    .filter(({ place }) => !isShown(place))
    .map((problem) => (
      <p key={`${problem.place} ${problem.code}`} className="wrong" role="alert">
        {problem.reason}. {problem.remedy}.
      </p>
    ));
}
