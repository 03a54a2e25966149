<?php

declare(strict_types=1);

namespace Tests\Browser;

use Tests\Support\Voices;

/** Every paint of the demo, as its pages and files speak of it. */
final class OneVoiceTest extends BrowserTestCase
{
    public function testEveryPageOfTheDemoSaysTheSame(): void
    {
        $this->browser->manage()->timeouts()->setScriptTimeout(60);
        $this->go('/methods');
        foreach ([false, true] as $signedIn) {
            if ($signedIn) {
                $this->signIn('tamsin');
            }
            $said = (new Voices($this->answer(...), brief: ! $signedIn))->all();
            self::assertGreaterThan(30, count($said));
            self::assertSame([], Voices::contradictions($said));
            $voices = array_keys(array_merge(...array_map(static fn (array $of): array => $of['light'] ?? [], array_values($said))));
            // What visitors do not see of a card they read in its record.
            foreach (['paint', 'choose', 'rack', 'record', ...$signedIn ? ['comparison', 'strips', 'maker', 'card', 'report', 'tables'] : []] as $who) {
                self::assertContains($who, $voices);
            }
        }
    }

    /** What the program answers to this browser; a visitor who asks for much waits. */
    private function answer(string $path): mixed
    {
        [$status, $text] = $this->browser->executeAsyncScript(
            'const [path, done] = arguments; const ask = (n) => fetch("/api/" + path, { headers: { Accept: "application/json" } }).then((r) => r.status === 429 && n > 0'
            .' ? new Promise((s) => setTimeout(s, 1000 * Number(r.headers.get("Retry-After") ?? 2))).then(() => ask(n - 1)) : r.text().then((t) => done([r.status, t]))); ask(20);', [$path],
        );
        self::assertLessThan(500, $status, "$path: $text");

        return $status === 200 ? json_decode($text, true) ?? $text : null;
    }
}
