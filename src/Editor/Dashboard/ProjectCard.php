<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Morphea\App\Project\Projects\Project;
use Morphea\Core\Design\Properties\DesignException;
use Morphea\Core\Message;

/** A project in a list: its name, its size in words, its shape. One that can no longer be read still has a card. */
final readonly class ProjectCard
{
    private function __construct(
        public Project $project,
        public string $name,
        public string $size,
        public float $ratio,
        public string $face,
        public Message|string|null $trouble,
    ) {
    }

    /** @param string $face the state its small picture shows */
    public static function of(Project $project, string $face): self
    {
        try {
            $design = $project->design();

            return new self($project, $design->name, $design->size(), $design->width / $design->height, $face, null);
        } catch (DesignException $e) {
            $data = json_decode($project->templateJson(), true);
            $name = \is_array($data) && \is_string($data['name'] ?? null) ? $data['name'] : '';

            return new self(
                $project,
                mb_strimwidth($name, 0, 120, '…', 'UTF-8'),
                '',
                1.4,
                $face,
                $e->says(),
            );
        }
    }
}
