/** The parts that colleagues have. */
export const ROLES = ['lead', 'teacher', 'tutor', 'class teacher'] as const;
export type Role = (typeof ROLES)[number];

/** The most records that a device sends in one go. */
export const OUTBOX_BATCH = 200;
