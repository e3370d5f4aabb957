/** What a benchmark found, a line at a time: said as it comes, and given as JSON at the end to whoever asks for it. */
export interface ReportLine {
  what: string;
  value: string;
}

export class Report {
  readonly #lines: ReportLine[] = [];

  say(what: string, value: string): void {
    this.#lines.push({ what, value });
    console.log(`${what}: ${value}`);
  }

  /** Writes all lines as one line of JSON where `REPORT=json` asks for it. */
  end(): void {
    if (process.env.REPORT === 'json') console.log(JSON.stringify(this.#lines));
  }
}
