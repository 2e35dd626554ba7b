<?php

declare(strict_types=1);

namespace Morphea\App\Storage;

use Morphea\App\Entity\Project;
use Morphea\App\Import\PictureUpload;
use Morphea\App\Import\UploadError;
use Morphea\App\Rows\TableStore;
use Morphea\App\Web\Upload;
use Symfony\Component\HttpFoundation\Request;

/** Pictures that people send, into a project: those that can be used come in, what is wrong with the others is told. Recipes that look for pictures run again. */
final readonly class PictureIntake
{
    public function __construct(private PictureUpload $upload, private PictureStore $pictures, private TableStore $tables)
    {
    }

    /** @return array{list<string>, list<string>} names they got, each once, and sentences */
    public function take(Project $project, Request $request, string $field = 'pictures'): array
    {
        $names = [];
        $told = [];
        try {
            foreach (Upload::many($request, $field) as $file) {
                foreach ($this->upload->read($file->path, $file->name) as $read) {
                    if ($read instanceof UploadError) {
                        $told[] = $read->getMessage();
                    } else {
                        $names[$this->pictures->add($project, $read)] = true;
                    }
                }
            }
        } catch (UploadError $e) {
            $told[] = $e->getMessage();
        }
        $this->tables->recook($project);

        return [array_map(strval(...), array_keys($names)), $told];
    }
}
