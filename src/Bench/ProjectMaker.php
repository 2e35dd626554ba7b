<?php

declare(strict_types=1);

namespace Morphea\App\Bench;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Compose\TemplateHistory;
use Morphea\App\Entity\Member;
use Morphea\App\Entity\Project;
use Morphea\App\Import\MorpheaFile;
use Morphea\App\Rows\TableStore;
use Morphea\App\Storage\FontStore;
use Morphea\App\Storage\PictureStore;
use Morphea\Core\Template\Template;

/** New projects: from a file or starter with all it holds, or blank. All or nothing. */
final readonly class ProjectMaker
{
    public function __construct(private EntityManagerInterface $entities, private TemplateHistory $history, private PictureStore $pictures, private TableStore $tables, private FontStore $fonts)
    {
    }

    public function fromFile(Member $owner, MorpheaFile $file, string $source): Project
    {
        return $this->entities->wrapInTransaction(function () use ($owner, $file, $source): Project {
            $project = $this->blank($owner, $file->template);
            foreach ($file->pictures as $picture) {
                $this->pictures->add($project, $picture);
            }
            foreach ($file->fonts as $font) {
                $this->fonts->add($owner, $font);
            }
            if (null !== $file->sheet) {
                $this->tables->begin($project, $file->sheet, $source);
            }

            return $project;
        });
    }

    public function blank(Member $owner, Template $template): Project
    {
        $project = new Project($owner, $template);
        $this->history->start($project);

        return $project;
    }
}
