/** The caution that each kind of doing carries: what can happen, and when to stop. */
import type { Caution } from './caution'

const LEL = 'Stop at 10 % LEL and ventilate. Leave at 20 %.'
const SKIN = 'A jet that hit skin is a hospital at once, however small.'

export const OPEN_FUEL: Caution = {
  text: 'Open fuel. Glasses on, cloth under each joint. Extractor on, switched from outside.',
  stopWhen: LEL,
}
export const OPEN_TANK: Caution = {
  text: 'Open tank. Brass tools only, nothing that sparks. The tablet stays on the trolley, outside the line.',
  stopWhen: LEL,
}
export const SPRAY_WORDS: Caution = {
  text: 'It may stand under pressure. Cloth round it, glasses and gloves on, face aside.',
  stopWhen: 'Stop when it keeps spraying.',
}
export const VAPOUR_WORDS: Caution = {
  text: 'Vapour comes out here. No lamp without guard, no phone, face aside.',
  stopWhen: LEL,
}
export const HIGH_WORDS: Caution = {
  text: 'A jet from the high-pressure side goes through skin. Nothing of it is loosened on trust; it is looked at from a distance.',
  stopWhen: `Stop when there is no value that makes sense. ${SKIN}`,
}
export const POWER_WORDS: Caution = {
  text: 'The last contact sparks. Loads off, meter read at the battery.',
  stopWhen: 'Stop when you smell fuel.',
}
export const STATIC_WORDS: Caution = {
  text: 'Static: bond first, can on the ground, hose end below the surface, slow until it is covered. Never by mouth.',
  stopWhen: 'Stop when the bond is lost.',
}
export const FIRST_PRESSURE: Caution = {
  text: 'First pressure after the opening. Extinguisher in hand, paper on a stick, never the hand.',
  stopWhen: 'Any drop: key out, relay out, back to the joint.',
}
export const UNDER_WORDS: Caution = {
  text: 'Nobody goes under before the shake test, nobody is below as it comes down.',
  stopWhen: 'Stop when a pad moves or a point is rusted through.',
}
export const JACK_WORDS: Caution = {
  text: 'Heavy, and the fuel runs to the low side. Strapped or slung, nobody under it.',
  stopWhen: 'Stop when it creeps, tips or swings.',
}
export const CLEAN_SIDE: Caution = {
  text: 'A lead sparks. Fused and switched, joined away from the tank, switch last; never at the pump.',
  stopWhen: 'Stop when you smell fuel or its fuse blows.',
}
export const CRANK_WORDS: Caution = {
  text: 'Clear of fan and belts. 15 s at most, rest 60 s; not with a smell or a leak.',
  stopWhen: 'Stop when you smell fuel or it does not turn freely.',
}
export const RUNNING_WORDS: Caution = {
  text: 'Engine running: outdoors or with extraction, clear of fan and belts.',
  stopWhen: 'Stop when you smell fuel or your head aches.',
}
export const CHEMICAL_WORDS: Caution = {
  text: 'Gloves, face shield, outdoors. Neither acid nor alkali on aluminium, zinc or terne: hydrogen. Never a closed tank with acid or bicarbonate in it.',
  stopWhen: 'Stop when it swells, or was mixed with bleach or anything unknown. Skin and eyes: rinse 15 min.',
}
export const GAS_WORDS: Caution = {
  text: 'Nitrogen or a hand pump, never shop air, never oxygen, never by mouth, never into a shut tank.',
  stopWhen: 'Stop when it takes more than the limit.',
}
export const HEAT_WORDS: Caution = {
  text: 'Hot air and sparks only with the tank shut and the meter under 1 % LEL.',
  stopWhen: 'Stop when you smell fuel.',
}
export const LICENSED_WORDS: Caution = {
  text: 'Aircraft: only by or under a licensed person, with approved data. This page only keeps the book.',
  stopWhen: 'No authority, no data for this aircraft: stop.',
}
export const PROPELLER_WORDS: Caution = {
  text: 'Magnetos grounded, mixture off, chocks in. Nobody in the propeller’s circle, nobody turns it by hand.',
  stopWhen: 'Stop when a magneto does not ground.',
}
