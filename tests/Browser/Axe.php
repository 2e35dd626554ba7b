<?php

declare(strict_types=1);

namespace Morphea\Tests\Browser;

/** Asks axe-core about the page that is open. */
trait Axe
{
    /** @param string $in selector of what is new on a page that was looked at before, such as an open dialog */
    private function axe(string $where, string $in = 'html'): void
    {
        // Brought and asked at once: a page that comes anew between the two would know nothing of it.
        $axe = (string) file_get_contents(\dirname(__DIR__, 2) . '/node_modules/axe-core/axe.min.js');
        /**
         * @var array{violations: list<array{id: string, help: string, nodes: list<array{html: string,
         * failureSummary: string}>}>} $result
         */
        $result = $this->driver->executeAsyncScript(
            // What is drawn small, and hidden from readers, is left out.
            "$axe\nconst done = arguments[arguments.length - 1];" .
                'axe.run({include: [[arguments[0]]], exclude: [["svg[aria-hidden=true]"]]}, ' .
                '{resultTypes: ["violations"], preload: false}).then(done)',
            [$in],
        );
        self::assertSame(
            [],
            array_map(
                static fn (array $v): string => "$where: $v[id], $v[help]: " .
                    implode(
                        ' | ',
                        array_map(static fn (array $n): string => $n['html'] . ' ' . $n['failureSummary'], $v['nodes']),
                    ),
                $result['violations'],
            ),
        );
    }
}
