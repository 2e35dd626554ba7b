<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use League\Flysystem\StorageAttributes;
use Morphea\App\Entity\Run;
use Morphea\App\Render\PdfWriter;
use Morphea\App\Render\PieceMaker;
use Symfony\Component\Lock\LockFactory;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** Joins the parts of a one-PDF run, adds up sizes, and closes the run. Several workers may call for it; the first does it. */
#[AsMessageHandler]
final readonly class FinishRunHandler
{
    public function __construct(private EntityManagerInterface $entities, private PieceStore $pieces, private FilesystemOperator $files, private PdfWriter $pdf, private LockFactory $locks)
    {
    }

    public function __invoke(FinishRun $message): void
    {
        $lock = $this->locks->createLock("finish-$message->run");
        $lock->acquire(true);
        try {
            $this->entities->clear();
            $run = $this->entities->find(Run::class, $message->run);
            if (null === $run || RunState::Waiting !== $run->state() || $this->pieces->waits($run->id())) {
                return;
            }
            $run->finish($run->format()->isOneFile() ? $this->join($run) : $this->sum($run));
            $this->entities->flush();
        } finally {
            $lock->release();
        }
    }

    private function sum(Run $run): ?int
    {
        $bytes = null;
        $endings = PieceMaker::endings($run->template(), $run->format());
        foreach ($this->pieces->names($run) as $name) {
            foreach ($endings as $ending) {
                $bytes = ($bytes ?? 0) + $this->files->fileSize(MakePiecesHandler::piecePath($run, $name.$ending));
            }
        }

        return $bytes;
    }

    /** @return int|null bytes of the finished file; null when no piece was made */
    private function join(Run $run): ?int
    {
        $paths = $this->files->listContents($run->folder().'/parts')->map(static fn (StorageAttributes $file): string => $file->path())->toArray();
        sort($paths);
        $folder = sys_get_temp_dir().'/morphea-join-'.$run->id();
        @mkdir($folder, 0o700);
        try {
            $local = [];
            foreach ($paths as $i => $path) {
                file_put_contents($local[] = \sprintf('%s/%06d.pdf', $folder, $i), $this->files->readStream($path));
            }
            if ([] === $local) {
                return null;
            }
            $this->pdf->join($local, "$folder/all.pdf");
            $stream = fopen("$folder/all.pdf", 'r');
            \assert(false !== $stream);
            $this->files->writeStream($run->path(), $stream);
            $this->files->deleteDirectory($run->folder().'/parts');

            return $this->files->fileSize($run->path());
        } finally {
            array_map(unlink(...), glob("$folder/*") ?: []);
            @rmdir($folder);
        }
    }
}
