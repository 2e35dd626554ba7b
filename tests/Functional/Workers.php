<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

use Morphea\App\Engine\Render\Renderer;
use Morphea\Tests\Program;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\DependencyInjection\Container;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Process\Process;
use Symfony\Contracts\EventDispatcher\EventDispatcherInterface;

/** Those that do the work which is waiting. */
trait Workers
{
    /** One for all tests: starting the process that draws takes longer than most of them. */
    private static ?Renderer $renderer = null;

    private static function shareRenderer(Container $container): void
    {
        null === self::$renderer ? self::$renderer = $container->get(Renderer::class) : $container->set(Renderer::class, self::$renderer);
    }

    /**
     * A worker until the queue is empty: with a kernel of its own, as in a process of its own, but for what starting PHP
     * costs. Where a worker is to be killed, `worker` starts one that can be.
     */
    protected function work(): void
    {
        $kernel = self::createKernel();
        $kernel->boot();
        $container = $kernel->getContainer()->get('test.service_container');
        $waiting = fn (): int => (int) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM messenger_messages');
        self::shareRenderer($container);
        // Suites run side by side, and some of them draw films.
        $deadline = microtime(true) + 240;
        $container->get(EventDispatcherInterface::class)->addListener(
            WorkerRunningEvent::class,
            static function (WorkerRunningEvent $event) use ($waiting, $deadline): void {
                self::assertLessThan($deadline, microtime(true), 'the worker took too long');
                $event->isWorkerIdle() && 0 === $waiting() && $event->getWorker()->stop();
            },
        );
        $command = (new Application($kernel))->find('messenger:consume');
        (new CommandTester($command))->execute(['receivers' => ['priority', 'runs'], '--sleep' => '0.02']);
        $kernel->shutdown();
        $this->entities()->clear();
    }

    protected function worker(): Process
    {
        return new Program(
            [\PHP_BINARY, 'bin/console', 'messenger:consume', 'priority', 'runs', '--env=test', '--sleep=0.05', '-q'],
            \dirname(__DIR__, 2),
            timeout: 300,
        );
    }
}
