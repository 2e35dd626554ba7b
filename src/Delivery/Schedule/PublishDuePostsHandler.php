<?php

declare(strict_types=1);

namespace Morphea\App\Delivery\Schedule;

use Doctrine\ORM\EntityManagerInterface;
use Morphea\App\Delivery\EventLog\EventLog;
use Morphea\App\Delivery\Ways\SharePages;
use Morphea\App\Engine\Render\RenderException;
use Morphea\App\Project\Projects\Project;
use Morphea\App\Runs\Runs\MadePieces;
use Morphea\Core\Delivery\Schedule\PostOrder;
use Morphea\Core\Message;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

/** Publishes due posts one by one. After an interruption, a post is sent to the channel again with the same key. */
#[AsMessageHandler]
final readonly class PublishDuePostsHandler
{
    /** Seconds until a post that a channel did not take is tried again: longer and longer; then it is given up. */
    private const AGAIN = [60, 300, 1_500, 7_200];

    public function __construct(
        private EntityManagerInterface $entities,
        private PostRepository $store,
        private PostScheduler $posts,
        private MadePieces $made,
        private SharePages $links,
        private Channel $channel,
        private EventLog $history,
    ) {
    }

    public function __invoke(PublishDuePosts $message): void
    {
        $this->entities->clear();
        $project = $this->entities->find(Project::class, $message->project);
        $on = $this->store->on($message->project);
        while (null !== $project && null !== $on && null !== ($post = $this->store->begin($project))) {
            $this->post($project, $post, $on['base']);
        }
    }

    private function post(Project $project, Post $post, string $base): void
    {
        $row = $this->posts->records($project)[$post->row] ?? null;
        $piece = $this->made->find($project, $post->row);
        if (null === $row || null === $piece) {
            $this->store->recordFailure($post, new Message('schedule.post.no_row'), null);

            return;
        }
        $order = $this->posts->words($project);
        $text = $order->text($row, $project->design()->locale);
        $over = PostOrder::length($text) - $order->letters;
        if ($over > 0) {
            $this->store->recordFailure($post, new Message('schedule.post.too_long', ['over' => $over]), null);

            return;
        }
        $page = $this->links->paths($project, [$post->row])[$post->row] ?? '';
        try {
            $picture = $this->made->picture($piece, 0) ?? throw new ChannelException(new Message('schedule.post.no_picture'));
            $receipt = $this->channel->post($post->sign, $text, $picture, '' === $page ? '' : $base . $page);
        } catch (ChannelException | RenderException $e) {
            $this->store->recordFailure($post, Message::why($e), self::AGAIN[$post->tries - 1] ?? null);

            return;
        }
        // Cut off from here on, the channel is given it once more and answers as before.
        $words = new Message('deliver.log.posted', ['row' => $row->number, 'where' => $this->channel->name()]);
        $this->history->tell($project, ScheduleWay::ID, $words, sign: "post $post->sign");
        $this->store->markPosted($post, $receipt);
    }
}
