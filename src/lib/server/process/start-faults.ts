/** Port named in the environment, or a sentence. */
export function portOf(
  text: string | undefined
): { ok: true; port: number } | { ok: false; message: string } {
  const said = (text ?? '5190').trim();
  const port = Number(said);
  return /^\d{1,5}$/.test(said) && port >= 1 && port <= 65535
    ? { ok: true, port }
    : { ok: false, message: `PORT is “${said}”; it should be a whole number from 1 to 65535, such as 5190.` };
}

/** Why the server could not listen, in words. */
export function listenFault(error: NodeJS.ErrnoException, host: string, port: number): string {
  switch (error.code) {
    case 'EADDRINUSE':
      return `port ${port} on ${host} is in use, perhaps by another Iskarn. Stop that one, or choose another: PORT=${port === 65535 ? port - 1 : port + 1}.`;
    case 'EACCES':
    case 'EPERM':
      return `port ${port} on ${host} may not be used by this user; take one above 1023, such as PORT=5190.`;
    case 'EADDRNOTAVAIL':
    case 'ENOTFOUND':
    case 'EAI_AGAIN':
    case 'EAI_NONAME':
    case 'EINVAL':
      return `HOST is “${host}”, which is no address of this machine; 127.0.0.1 is the usual one.`;
    default:
      return `cannot listen on ${host}, port ${port}: ${error.code ?? error.message}.`;
  }
}
