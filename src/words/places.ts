import { stations, type Station } from "@/core/stations";
import { stationWords } from "./stations";

/** Where in a job a person is: at a station, or at the parts in hand. */
export type JobPlace = Station | "parts";

export const jobPlaces: readonly JobPlace[] = [...stations, "parts"];

export const placeWords = (place: JobPlace): string => (place === "parts" ? "Parts in hand" : stationWords[place]);
