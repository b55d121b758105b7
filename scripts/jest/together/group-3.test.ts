import { together } from "./together";

together(3);
