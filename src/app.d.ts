declare global {
  namespace App {
    interface PageState {
      /** What is open over the page. */
      open?: string;
    }
  }
}

export {};
