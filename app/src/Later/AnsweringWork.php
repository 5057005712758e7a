<?php

declare(strict_types=1);

namespace Ithrel\App\Later;

use Ithrel\App\Http\Problems;
use Ithrel\App\People\Accounts;
use Ithrel\App\Queue\JobInHand;
use Ithrel\App\Store\Afterwards;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\HttpKernelInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Security\Core\Authentication\Token\Storage\TokenStorageInterface;
use Symfony\Component\Security\Core\Authentication\Token\UsernamePasswordToken;

/**
 * Works out the answer to a request that was put back, by the very code that answers at once, with more time, in the
 * name of the person who asked. Whether she may was looked at when she asked.
 */
final readonly class AnsweringWork
{
    public function __construct(
        private HttpKernelInterface $kernel,
        private LaterAnswers $answers,
        private JobInHand $job,
        private TokenStorageInterface $tokens,
        private Accounts $accounts,
        private AtWork $atWork,
        private Afterwards $afterwards,
    ) {}

    #[AsMessageHandler]
    public function answer(AnswerRequest $wanted): void
    {
        $asked = $this->answers->begin($wanted->id);
        if (null === $asked) {
            return;
        }
        $why = $this->job->whyGivenUp();
        if (null !== $why) {
            $this->answers->done(
                $wanted->id,
                Problems::answer('urn:ithrel:problem:too-large', 'This could not be worked out', 422, $why),
            );

            return;
        }
        try {
            $this->actAs($asked['person']);
            $this->answers->done($wanted->id, $this->work($asked));
            $this->afterwards->doAll();
        } catch (Abandoned) {
            $this->answers->cancel($wanted->id);
        } finally {
            $this->tokens->setToken(null);
        }
    }

    /**
     * @param array{id: string, method: string, address: string, body: string, said: string, ...<string, mixed>} $asked
     */
    private function work(array $asked): Response
    {
        $request = Request::create('http://127.0.0.1' . $asked['address'], $asked['method'], content: $asked['body']);
        $request->headers->set('Content-Type', 'application/json');
        $request->headers->set('Accept', 'application/json');
        $said = json_decode($asked['said'], true);
        $request->headers->add(array_filter(is_array($said) ? $said : [], is_string(...)));
        $request->attributes->set(LongRequests::WATCH, function (int $steps) use ($asked): void {
            $this->job->hold();
            $this->answers->goesOn($asked['id'], $steps);
        });
        $response = $this->atWork->asWorker(
            fn(): Response => $this->kernel->handle($request, HttpKernelInterface::SUB_REQUEST),
        );
        $abandoned = $request->attributes->get(LongRequests::ABANDONED);

        return $abandoned instanceof Abandoned ? throw $abandoned : $response;
    }

    private function actAs(string $person): void
    {
        if ('' !== $person) {
            $account = $this->accounts->loadUserByIdentifier($person);
            $this->tokens->setToken(new UsernamePasswordToken($account, 'main', $account->getRoles()));
        }
    }
}
