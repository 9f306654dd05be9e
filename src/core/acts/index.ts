/** What a person does, decided in one place: an act comes to entries of the log, or to a question. */
export * from './takeReading'
