/** What a worker hears first: over this port it is told which cabinet there is, and asks for what lies in the page's memory. */
export interface Greeting {
  readonly kind: 'cabinet';
  readonly port: MessagePort;
}
