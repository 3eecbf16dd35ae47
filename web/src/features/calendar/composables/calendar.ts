/** A week of sessions, and booking, moving and cancelling them. */
import { useQuery, useQueryCache } from "@pinia/colada";
import dayjs from "dayjs";
import { computed, ref, shallowRef, toRef, watch } from "vue";
import { api, dataOf, type Schemas } from "@/shared/api/client";
import { useSaving } from "@/shared/api/saving";
import { keys } from "@/shared/api/keys";
import { askAgain } from "@/shared/api/queries";

export type Appointment = Schemas["AppointmentOut"];
export interface Draft {
  id: string | null;
  studentId: string;
  /** Further students, on neighbouring mats. */
  others: { id: string; name: string }[];
  day: string;
  time: string;
  minutes: number;
  checkUp: number;
  note: string;
  /** The same hour, so many weeks in a row. */
  weeks: number;
}
const DAYS = 7;

export function useCalendar() {
  const mine = ref(false);
  const cache = useQueryCache();
  /** The Monday of the week that is shown. */
  const monday = ref(startOfWeek(dayjs()));
  const first = computed(() => monday.value.format("YYYY-MM-DD"));
  const week = useQuery({
    key: () => keys.week(first.value),
    query: () => dataOf(api.GET("/api/calendar", { params: { query: { first: first.value, days: DAYS } } })),
  });
  /** The newest week that came: what is the same of all weeks stays while another is on its way. */
  const known = shallowRef(week.data.value);
  watch(week.data, (came) => (known.value = came ?? known.value));
  const days = computed(() =>
    Array.from({ length: DAYS }, (_, i) => {
      const day = monday.value.add(i, "day").format("YYYY-MM-DD");
      const sessions =
        week.data.value?.appointments.filter((a) => a.day === day && (!mine.value || a.mine)) ?? [];
      return { day, sessions: gathered(sessions) };
    }),
  );
  const { state, error, busy, save } = useSaving();
  const field = toRef(state, "field");

  const run = (call: () => Promise<unknown>): Promise<boolean> =>
    save(async () => {
      await call();
      await Promise.all([askAgain(cache, keys.calendar), askAgain(cache, keys.students)]);
    });
  /** Book the draft, or change the session that it came from. `was` is how that one looked. */
  function keep(draft: Draft, was: Appointment | null): Promise<boolean> {
    const zone = week.data.value?.zone ?? "UTC";
    const body = {
      starts_at: inZone(`${draft.day}T${draft.time}`, zone),
      minutes: draft.minutes,
      check_up: draft.checkUp,
      note: draft.note,
    };
    return run(() =>
      draft.id && was
        ? dataOf(
            api.PATCH("/api/appointments/{appointment_id}", {
              params: { path: { appointment_id: draft.id } },
              body: {
                ...body,
                was: {
                  starts_at: was.starts_at,
                  minutes: was.minutes,
                  check_up: was.check_up,
                  note: was.note,
                },
              },
            }),
          )
        : draft.others.length
          ? dataOf(
              api.POST("/api/appointments/together", {
                body: {
                  ...body,
                  weeks: draft.weeks,
                  students: [draft.studentId, ...draft.others.map((o) => o.id)],
                },
              }),
            )
          : dataOf(
              api.POST("/api/appointments", {
                body: { ...body, weeks: draft.weeks, student_id: draft.studentId },
              }),
            ),
    );
  }
  const cancel = (id: string) =>
    run(() =>
      dataOf(
        api.POST("/api/appointments/{appointment_id}/cancel", {
          params: { path: { appointment_id: id } },
        }),
      ),
    );
  const turn = (weeks: number) => (monday.value = monday.value.add(weeks, "week"));
  const thisWeek = () => (monday.value = startOfWeek(dayjs()));
  return { week, known, mine, days, first, error, field, busy, keep, cancel, turn, thisWeek, run };
}

/** A session, with the others who are booked together with it. */
export type Booked = Appointment & { group: Appointment[] };
function gathered(sessions: Appointment[]): Booked[] {
  const seen = new Set<string>();
  return sessions.flatMap((one): Booked[] => {
    if (!one.together) return [{ ...one, group: [one] }];
    if (seen.has(one.together)) return [];
    seen.add(one.together);
    return [{ ...one, group: sessions.filter((s) => s.together === one.together) }];
  });
}

function startOfWeek(day: dayjs.Dayjs): dayjs.Dayjs {
  return day.startOf("day").subtract((day.day() + 6) % 7, "day");
}

/** The moment of a wall clock at the academy, as ISO with its offset. */
export function inZone(wall: string, zone: string): string {
  // The offset of that moment: what the zone's clock shows of it, read as UTC, less the moment.
  const guess = Date.parse(`${wall}:00Z`);
  const shown = (at: number) => Date.parse(`${clockIn(at, zone)}Z`);
  const once = guess - (shown(guess) - guess);
  const moment = guess - (shown(once) - once);
  return new Date(moment).toISOString();
}

function clockIn(at: number, zone: string): string {
  const parts = new Intl.DateTimeFormat("en-GB", {
    timeZone: zone,
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
    second: "2-digit",
    hourCycle: "h23",
  }).formatToParts(new Date(at));
  const of = (type: string) => parts.find((p) => p.type === type)?.value ?? "00";
  return `${of("year")}-${of("month")}-${of("day")}T${of("hour")}:${of("minute")}:${of("second")}`;
}
