/** upkeep: what keeps the server going: work that nobody waits for, the clock, room to spare on the disk, the last resort. */
export { Background, type Log, silentLog } from './background';
export { installLastResort } from './lastResort';
export { giveUpReserve, keepReserve } from './reserve';
export { SteadyClock } from './steadyClock';
