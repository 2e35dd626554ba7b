<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Render\Edge;
use Morphea\App\Engine\Render\Look;
use Morphea\App\Engine\Render\PictureFormat;
use Morphea\App\Engine\Render\PictureKind;
use Morphea\App\Engine\Render\Renderer;
use Morphea\App\Project\Context\ProjectOpener;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\Core\Design\Model\DesignCodec;
use Morphea\Core\Message;
use Morphea\Core\Rendering\Timeline\Timeline;
use Morphea\Core\Rendering\Timeline\Timing;
use Morphea\Tests\Tools;

/** Shorts made, and what they are to be like. */
trait Shorts
{
    /**
     * @param array<string, string> $said `width` in pixels, and whatever else is said of a short
     *
     * @return array<string, string> by name of the file
     */
    private function shorts(Project $project, string $rows, array $said): array
    {
        // Who is signed in is looked up anew, as in a process of its own.
        $this->entities()->clear();
        $settings = ['size' => 'width', 'value' => $said['width'], 'quality' => '95'] + $said;
        $this->order($project, ['formats' => ['mp4'], 'of' => ['mp4' => $settings], 'which' => 'some', 'rows' => $rows]);
        $this->work();

        return Tools::pieces($this->download($project));
    }

    private function timeline(Project $project, int $number): Timeline
    {
        $project = $this->reload($project);
        $open = self::getContainer()->get(ProjectOpener::class)->page($project);
        $laid = $open->lay(self::getContainer()->get(TableRows::class)->row($project, $number));

        return Timeline::of($project->design(), $laid, Timing::of($project->design(), $laid, 30));
    }

    /**
     * Frames of a film are what the timeline shows at them.
     *
     * @param list<int> $frames
     * @param float     $scale  pixels a dot
     */
    private function assertFrames(Project $project, Timeline $timeline, string $film, array $frames, float $scale = 0.25): void
    {
        $still = $this->stills($project, $timeline, $scale);
        foreach (Tools::frames($film, $frames) as $frame => $picture) {
            self::assertGreaterThan(self::ALIKE, Tools::likeness($picture, $still($frame)), "frame $frame");
        }
    }

    private function still(Project $project, Timeline $timeline, int $frame, float $scale = 0.25): string
    {
        return $this->stills($project, $timeline, $scale)($frame);
    }

    /** @return \Closure(int): string a PNG of a frame */
    private function stills(Project $project, Timeline $timeline, float $scale): \Closure
    {
        $pictures = self::getContainer()->get(ProjectOpener::class)->alone($this->reload($project))->pictures;
        $renderer = self::getContainer()->get(Renderer::class);

        return static function (int $frame) use ($pictures, $renderer, $timeline, $scale): string {
            $page = $timeline->at($frame);
            $look = new Look($scale, Edge::Cut, $page->background);

            return $renderer->page($page, $pictures, $look, [new PictureFormat(PictureKind::Png)])[0];
        };
    }

    private function taken(): int
    {
        return (int) $this->entities()
            ->getConnection()
            ->fetchOne('SELECT COUNT(*) FROM piece WHERE run_id = ? AND taken = TRUE', [$this->newestRun()->id()]);
    }

    /** @return array<string, mixed> the design as its file has it */
    private function json(Project $project): array
    {
        return (new DesignCodec())->toArray($this->reload($project)->design());
    }

    /** @param array<string, mixed> $data */
    private function store(Project $project, array $data): void
    {
        self::getContainer()
            ->get(DesignHistory::class)
            ->record($this->reload($project), (new DesignCodec())->fromArray($data), new Message('design.did.sound'));
    }
}
