declare global {
  namespace App {
    interface Locals {
      /** Whether this is a page for somebody who is not logged in. */
      guest?: boolean;
    }
    interface PageState {
      /** What is open over the page. */
      open?: string;
    }
  }
}

export {};
