// What every public page needs: its style. The pages themselves are HTML from the counter and run no script.
import './pages.css';
import '../ui/fonts';
