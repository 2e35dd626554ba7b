<?php

declare(strict_types=1);

namespace Morphea\App\Press;

use Doctrine\ORM\EntityManagerInterface;
use League\Flysystem\FilesystemOperator;
use Morphea\App\Entity\Run;
use Morphea\App\Entity\RunState;
use Morphea\App\Fonts\FontStore;
use Morphea\App\Making\Maker;
use Morphea\App\Making\Making;
use Morphea\App\Making\Outputs;
use Morphea\App\Pictures\PictureStore;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\MessageBusInterface;

/** Makes one stretch of a run. May be cut off anywhere and run again, by several workers at once: what is made is not made twice. */
#[AsMessageHandler]
final readonly class MakePiecesHandler
{
    public function __construct(
        private EntityManagerInterface $entities,
        private PieceStore $pieces,
        private Maker $maker,
        private PictureStore $pictures,
        private FontStore $fonts,
        private FilesystemOperator $files,
        private MessageBusInterface $bus,
        private Outputs $outputs,
    ) {
    }

    public function __invoke(MakePieces $message): void
    {
        $this->entities->clear();
        $run = $this->entities->find(Run::class, $message->run);
        if (null === $run || RunState::Waiting !== $run->state()) {
            return;
        }
        $wanted = $this->pieces->waiting($run, $message->from, $message->to);
        if ([] !== $wanted) {
            $this->maker->make($this->making($run), $wanted, new RunSink($run, $this->pieces, $this->files));
            $this->pieces->trouble($run->id(), '');
        }
        if (!$this->pieces->waits($run->id()) && !$this->pieces->stopped($run->id())) {
            $this->bus->dispatch(new FinishRun($run->id()));
        }
    }

    private function making(Run $run): Making
    {
        $layouter = $this->fonts->engine($run->project()->owner())->layouter;

        return new Making(
            $run->template(),
            $this->outputs->get($run->output()),
            $layouter,
            $this->pictures->embedded($run->project()),
            $run->evenSizes(),
            $run->bleed(),
        );
    }
}
