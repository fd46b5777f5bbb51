/** How a field fared in a week, as the service counts it. */
interface Week {
  week: string;
  field: string;
  judged: number;
  right: number;
  spot_judged: number;
  spot_right: number;
}

/** How a field fared in all, and week by week; the one that is wrong most often first. */
export interface FieldRight {
  field: string;
  judged: number;
  right: number;
  spotJudged: number;
  spotRight: number;
  weeks: { week: string; judged: number; right: number }[];
}

/** Weeks shown. */
const maxWeeks = 12;

export function fieldsRight(items: readonly Week[]): FieldRight[] {
  const fields = [...new Set(items.map(({ field }) => field))].map((field): FieldRight => {
    const own = items.filter((item) => item.field === field);
    const sum = (of: (week: Week) => number) => own.reduce((all, week) => all + of(week), 0);
    return {
      field,
      judged: sum(({ judged }) => judged),
      right: sum(({ right }) => right),
      spotJudged: sum(({ spot_judged: spot }) => spot),
      spotRight: sum(({ spot_right: spot }) => spot),
      weeks: own.slice(-maxWeeks).map(({ week, judged, right }) => ({ week, judged, right })),
    };
  });
  return fields.sort((a, b) => a.right / a.judged - b.right / b.judged || b.judged - a.judged);
}
