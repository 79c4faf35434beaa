import { dispatch } from '$lib/server/dispatch';

/** Every route of the interface, by its table. */
export const GET = dispatch;
export const POST = dispatch;
export const PUT = dispatch;
export const DELETE = dispatch;
export const PATCH = dispatch;
