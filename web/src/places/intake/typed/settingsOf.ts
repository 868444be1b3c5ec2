import { AppError, planSettings, type Plan } from '@undameter/core';

/** @returns the settings, or why there are none */
export function settingsOf(plan: Plan): number[] | string {
  try {
    return planSettings(plan);
  } catch (error) {
    if (error instanceof AppError) return error.message;
    throw error;
  }
}
