<?php

declare(strict_types=1);

namespace Morphea\Tests\Functional;

/** What is said of formats in Press; what the command line is told is in PressCommandTest. */
final class FormatSettingsTest extends AppTestCase
{
    public function testWhatIsSaidOfAFormatAndCannotBeIsRefusedInWords(): void
    {
        $project = $this->project();
        $base = "/projects/{$project->id()}/press";
        foreach ([
            ['jpeg', ['quality' => '500'], '“500” cannot be used: enter a whole number from 1 to 100.'],
            ['png', ['size' => 'width', 'value' => 'wide'], '“wide” cannot be used: enter a size above 0.'],
            ['svg', ['ground' => 'red'], '“red” cannot be used: enter designed, nothing, or a colour as #RRGGBB.'],
        ] as [$format, $said, $words]) {
            $this->post("$base/plan", ['formats' => [$format], 'of' => [$format => $said], 'which' => 'all']);
            self::assertResponseIsSuccessful();
            self::assertStringContainsString($words, html_entity_decode($this->body()));
            $this->post("$base/runs", ['formats' => [$format], 'of' => [$format => $said], 'which' => 'all']);
            self::assertStringContainsString($words, $this->browser->followRedirect()->filter('#notices')->text());
        }
        self::assertSame('0', (string) $this->entities()->getConnection()->fetchOne('SELECT COUNT(*) FROM run'));
        // What is empty is as usual.
        $this->post("$base/plan", ['formats' => ['jpeg'], 'of' => ['jpeg' => ['quality' => '', 'value' => '']], 'which' => 'all']);
        self::assertStringContainsString('Make 60 pieces', $this->body());
    }
}
