<?php

declare(strict_types=1);

namespace Morphea\App\Editor\Dashboard;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Engine\Import\MorpheaFile;
use Morphea\App\Platform\Account\Member;
use Morphea\App\Platform\Files\UploadException;
use Morphea\App\Platform\Jobs\ProgressReporter;
use Morphea\App\Platform\Language\Words;
use Morphea\App\Project\Assets\FontStore;
use Morphea\App\Project\Assets\PictureStore;
use Morphea\App\Project\Designs\DesignHistory;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Project\Tables\TableRows;
use Morphea\App\Project\Tables\TableStore;
use Morphea\App\Project\TouchUps\TouchUpStore;
use Morphea\Core\Design\Model\Design;
use Morphea\Core\Message;
use Morphea\Core\Table\Data\Column;
use Morphea\Core\Table\Data\Recipe\VerificationCodes;
use Morphea\Core\Table\Data\Table;

/** Creates projects: from a file or starter with everything in it, as a copy, or blank. All or nothing. */
final readonly class ProjectMaker
{
    public function __construct(
        private EntityManagerInterface $entities,
        private DesignHistory $history,
        private PictureStore $pictures,
        private TableStore $tables,
        private TableRows $rows,
        private FontStore $fonts,
        private TouchUpStore $hands,
        private Words $words,
    ) {
    }

    /** @throws UploadException when a picture of the file cannot be used; nothing is made then */
    public function fromFile(Member $owner, MorpheaFile $file, Message|string $source, ?ProgressReporter $report = null): Project
    {
        // Pictures take long to look at, so their bytes come first, while nobody waits for the database.
        $kept = [];
        foreach ($file->pictures as $picture) {
            $kept[] = $this->pictures->keep($picture);
            $report?->done(\count($kept), \count($file->pictures));
        }

        return $this->entities->wrapInTransaction(function () use ($owner, $file, $source, $kept): Project {
            $project = $this->blank($owner, $file->design);
            foreach ($kept as $picture) {
                $this->pictures->attach($project, $picture);
            }
            foreach ($file->fonts as $font) {
                $this->fonts->add($owner, $font);
            }
            if (null !== $file->table) {
                $this->tables->begin($project, $file->table, $source);
                $this->hands->begin($project, $file->hands);
            }

            return $project;
        });
    }

    /** A copy of a project, with or without its rows; pictures are shared. */
    public function copy(Project $project, bool $rows): Project
    {
        return $this->entities->wrapInTransaction(function () use ($project, $rows): Project {
            $copy = $this->blank(
                $project->owner(),
                $project->design()->named(mb_strimwidth($this->words->say(new Message('projects.copy_of', [
                    'name' => $project->name(),
                ])), 0, 120, '…', 'UTF-8')),
            );
            $this->pictures->copy($project, $copy);
            if ($rows && $project->rowCount() > 0) {
                $this->tables->begin($copy, self::withOwnCodes($this->rows->table($project)), $project->source());
                $this->hands->begin($copy, $this->hands->all($project));
            }

            return $copy;
        });
    }

    /** A verification code belongs to the piece it was made for first: a copy gets new ones. */
    private static function withOwnCodes(Table $table): Table
    {
        return $table->withColumns(array_map(
            static fn (Column $column): Column => $column->recipe instanceof VerificationCodes
                ? $column->made(VerificationCodes::fresh())
                : $column,
            $table->columns,
        ));
    }

    public function blank(Member $owner, Design $design): Project
    {
        $project = new Project($owner, $design);
        $this->history->start($project);

        return $project;
    }
}
