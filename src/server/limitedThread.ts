/** Thread entry: the tasks of the server, in a child process that watches them. */
import { answerWork } from './limited';
import { tasks } from './work';

answerWork(tasks);
