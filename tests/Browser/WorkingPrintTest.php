<?php

declare(strict_types=1);

namespace Tests\Browser;

use App\Imaging\PictureDecoder;
use Facebook\WebDriver\Chrome\ChromeDevToolsDriver;
use MarshTrial\Core\Card\LabelPrinter;
use MarshTrial\Core\Card\Point;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Imaging\PieceFinder;
use MarshTrial\Core\Imaging\PixelGrid;

/** What the browser prints, measured in millimetres on the page of its PDF (drawn again by Ghostscript). */
final class WorkingPrintTest extends BrowserTestCase
{
    private const DPI = 300;

    private string $session;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('tamsin');
        $this->go('/bench');
        $this->session = basename((string) $this->waitFor('//a[.="Greens and greys for the archive"]')->getAttribute('href'));
    }

    /** @return list<string> PNG files, one a page */
    private function printed(string $path, string $name): array
    {
        $this->go($path);
        $this->browser->wait(20, 200)->until(fn () => $this->browser->executeScript('const all = [...document.querySelectorAll("img.sheet")]; return all.length > 0 && all.every((i) => i.complete && i.naturalWidth > 0)'));
        $pdf = (new ChromeDevToolsDriver($this->browser))->execute('Page.printToPDF', ['preferCSSPageSize' => true, 'printBackground' => true]);
        $file = Site::running()->folder."/$name";
        file_put_contents("$file.pdf", base64_decode($pdf['data']));
        exec('gs -q -dNOPAUSE -dBATCH -sDEVICE=png16m -r'.self::DPI.' -sOutputFile='.escapeshellarg("$file-%d.png").' '.escapeshellarg("$file.pdf"), result_code: $status);
        self::assertSame(0, $status);

        return array_map(static fn (int $i): string => "$file-$i.png", range(1, count(glob("$file-*.png") ?: [])));
    }

    private static function px(float $mm): float
    {
        return $mm / 25.4 * self::DPI;
    }

    public function testCardsAndFramesAreTrueToSize(): void
    {
        $cards = $this->browser->executeAsyncScript('const done = arguments[1]; fetch(`/api/sessions/${arguments[0]}`).then((r) => r.json()).then((s) => Promise.all(s.cards.map((c) => fetch(`/api/cards/${c.uuid}/layout.json`).then((r) => r.json())))).then(done);', [$this->session]);
        foreach (['cards', 'frames'] as $what) {
            $pages = $this->printed("/bench/$this->session/print?what=$what", $what);
            self::assertCount(count($cards), $pages, $what);
            foreach ($pages as $i => $page) {
                $grid = PictureDecoder::decode($page)->pixels;
                self::assertEqualsWithDelta(self::px(297), $grid->width, 2, "$what, page width");
                self::assertEqualsWithDelta(self::px(210), $grid->height, 2, "$what, page height");
                $layout = LayoutJson::fromArray($cards[$i]);
                $found = PieceFinder::find($grid, $layout)['whole'];
                foreach ($layout->pieces[0]->marks as $mark) {
                    [$x, $y] = $found->placement->map($mark->centre->x, $mark->centre->y);
                    self::assertEqualsWithDelta(0, hypot($x - self::px($mark->centre->x), $y - self::px($mark->centre->y)), self::px(0.15), "$what, page $i, $mark->id");
                }
                // The black line is 4 mm wide where the card prints it, and only ticks where the frame does.
                $stroke = $layout->windowsOf(1)[1]->area;
                $middle = $stroke->x + $stroke->width / 2;
                self::assertEqualsWithDelta($what === 'cards' ? 4.0 : 0.0, self::dark($grid, new Point($middle, $stroke->y + 1), new Point($middle, $stroke->bottom() - 1)), 0.12, $what);
            }
        }
    }

    public function testLabelsAreTrueToSize(): void
    {
        $pages = $this->printed("/bench/$this->session/print?what=labels", 'labels');
        self::assertCount(1, $pages);
        $grid = PictureDecoder::decode($pages[0])->pixels;
        foreach ([0, 3, 5] as $i) {
            $label = LabelPrinter::place($i);
            // Just inside the lower edge, where no text stands, the two sides are the only dark places.
            $y = (int) round(self::px($label->bottom() - 0.8));
            $dark = [];
            for ($x = (int) self::px($label->x - 1); $x < self::px($label->right() + 1); $x++) {
                if ($grid->green($x, $y) < 0.4) {
                    $dark[] = $x;
                }
            }
            self::assertEqualsWithDelta(self::px($label->x), min($dark), 3, "label $i, left");
            self::assertEqualsWithDelta(self::px($label->right()), max($dark), 3, "label $i, right");
            self::assertEqualsWithDelta(LabelPrinter::WIDTH_MM, (max($dark) - min($dark)) * 25.4 / self::DPI, 0.25);
        }
        // Seven pans, seven labels: the eighth place is blank.
        $blank = LabelPrinter::place(7);
        self::assertSame(0.0, self::dark($grid, new Point($blank->x - 1, $blank->y + 10), new Point($blank->right() + 1, $blank->y + 10)));
    }

    /** Length of what is dark along a line, mm. */
    private static function dark(PixelGrid $grid, Point $from, Point $to): float
    {
        $steps = (int) round(max(abs(self::px($to->x - $from->x)), abs(self::px($to->y - $from->y))));
        $dark = 0;
        for ($i = 0; $i <= $steps; $i++) {
            $dark += (int) ($grid->green((int) round(self::px($from->x + ($to->x - $from->x) * $i / $steps)), (int) round(self::px($from->y + ($to->y - $from->y) * $i / $steps))) < 0.4);
        }

        return $dark * 25.4 / self::DPI;
    }
}
