/** A browser without a page: what it asks, with the cookie it was given. */
export class Caller {
  constructor(
    readonly address: string,
    protected cookie = '',
  ) {}

  async ask(path: string, { method, body }: { method: string; body?: object }): Promise<{ status: number; body: any }> {
    const response = await fetch(`${this.address}/api${path}`, {
      method,
      headers: { cookie: this.cookie, 'content-type': 'application/json' },
      ...(body && { body: JSON.stringify(body) }),
    });
    const set = response.headers.getSetCookie().find((one) => one.startsWith('ergon.sid='));
    if (set) this.cookie = set.split(';')[0]!;
    const text = await response.text();
    return { status: response.status, body: text === '' ? null : JSON.parse(text) };
  }

  /** @throws Error where it was refused. */
  async call(path: string, body?: object): Promise<any> {
    const answer = await this.ask(path, { method: body ? 'POST' : 'GET', ...(body && { body }) });
    if (answer.status >= 300) throw new Error(`${path}: ${answer.status} ${JSON.stringify(answer.body)}`);
    return answer.body;
  }
}
